import { focalPixels, heldOnItsSide, quarlZoom } from "../lens/quarl";
import { type Edge, type Scene, type Wall, plumb, sill } from "./scene";
import { type Opening, openingEdges, openingRows } from "./street-front";

/** The hoist tower, two walls of it, seen from its corner (b). */
const wide = 7;
const height = 21.5;
const south: Wall = { id: "south", origin: [0, 0, 0], heading: 0 };
/** Faces −x; u runs from −wide (far end) to 0 (the corner). */
const west: Wall = { id: "west", origin: [0, 0, 0], heading: 90 };

const storeys = [1.4, 5.1, 8.5, 11.9, 15.2, 18.2];
const bands = [4.1, 14.4];

function openingsOf(wall: string, centres: readonly number[], loading: number | null): Opening[] {
  return storeys.flatMap((y, s) =>
    centres.map((c, i): Opening => {
      const door = i === loading && s > 0;
      const half = door ? 0.8 : 0.55;
      return {
        id: `${wall}-${s}${i}`,
        kind: door ? "loading" : "window",
        x0: c - half,
        x1: c + half,
        y0: door ? y - 0.3 : y,
        y1: y + 1.9,
      };
    }),
  );
}
const southOpenings = openingsOf("south", [1.5, 3.6, 5.6], 1);
const westOpenings = openingsOf("west", [-5.3, -3.5, -1.7], null);

const edges: Edge[] = [
  plumb(south, "corner", 0, 1, height - 0.6),
  plumb(south, "corner-east", wide, 1, height - 0.6),
  plumb(west, "corner-north", -wide, 1, height - 0.6),
  ...openingEdges(south, southOpenings),
  ...openingEdges(west, westOpenings),
  ...bands.map((y, i) => sill(south, `band-south-${i}`, -0.09, wide + 0.09, y + 0.27, -0.09)),
  ...bands.map((y, i) => sill(west, `band-west-${i}`, -wide - 0.09, 0.09, y + 0.27, -0.09)),
];

const size = [2000, 3000] as const;
export const tower: Scene = {
  pov: "tower",
  name: "tower",
  walls: { south: 0, west: 90 },
  edges,
  layout: { TowerWide: wide, TowerHigh: height, TowerBands: bands },
  extra: `${openingRows(southOpenings, "SouthOpenings")}\n${openingRows(westOpenings, "WestOpenings")}`,
  camera: {
    size,
    focalPx: focalPixels(18, size),
    principal: [1000, 1500],
    position: [-5.6, 1.65, -9.3],
    pitch: 24,
    yaw: 37,
    roll: 1.3,
  },
  lens: heldOnItsSide(quarlZoom(18)),
};
