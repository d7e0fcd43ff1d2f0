import { ostreyPrime } from "../lens/quarl";
import { type Edge, type Scene, type Wall, rectangle, sill } from "./scene";
import { type Opening, openingEdges, openingRows } from "./street-front";

/** The yard as a stitched panorama on a cylinder (k): three long walls that bow. */
const north: Wall = { id: "north", origin: [0, 0, 9], heading: 0 };
const west: Wall = { id: "west", origin: [-10, 0, 0], heading: -90 };
const east: Wall = { id: "east", origin: [11, 0, 0], heading: 90 };
const row = (id: string, from: number, step: number, count: number, y0: number, y1: number, half = 0.6): Opening[] =>
  Array.from({ length: count }, (_, i) => ({
    id: `${id}${i}`,
    kind: "window",
    x0: from + i * step - half,
    x1: from + i * step + half,
    y0,
    y1,
  }));
const northOpenings = [...row("n0", -8.4, 2.8, 7, 1.4, 3.5), ...row("n1", -8.4, 2.8, 7, 4.9, 6.9)];
const eastOpenings = [...row("e0", -6.5, 3.1, 5, 1.3, 3.0), ...row("e1", -6.5, 3.1, 5, 4.1, 5.5)];
const wing = { x0: -10, x1: 8.9, high: 7.6, x: [-7.4, -4.2, -1, 2.2, 5.4], y: [1.35, 4.9], wide: 1.2, winHigh: 1.9 };

const edges: Edge[] = [
  ...openingEdges(north, northOpenings),
  ...openingEdges(east, eastOpenings),
  ...wing.x.flatMap((x, i) =>
    wing.y.flatMap((y, j) =>
      rectangle(
        west,
        `w${j}${i}`,
        x - wing.wide / 2 - 0.16,
        x + wing.wide / 2 + 0.16,
        y - 0.16,
        y + wing.winHigh + 0.16,
        -0.05,
      ),
    ),
  ),
  sill(north, "band", -10, 11, 4.57, -0.09),
  sill(west, "eaves", wing.x0, wing.x1, wing.high + 0.14, -0.42),
];

const size = [6000, 1800] as const;
export const yard: Scene = {
  pov: "yard",
  name: "yard",
  walls: { north: 0, west: -90, east: 90 },
  edges,
  layout: {
    WingX0: wing.x0, WingX1: wing.x1, WingHigh: wing.high, WindowX: wing.x, WindowY: wing.y, WindowWide: wing.wide, WindowHigh: wing.winHigh, BandY: [4.3],
    NorthX0: -10, NorthX1: 11, NorthHigh: 9, EastX0: -8.9, EastX1: 9, EastHigh: 6.9, NorthZ: 9, WestX: -10, EastX: 11,
  }, // prettier-ignore
  extra: `${openingRows(northOpenings, "NorthOpenings")}\n${openingRows(eastOpenings, "EastOpenings")}\n#declare UpperX = array[1] {100};`,
  camera: {
    size,
    focalPx: size[0] / ((190 * Math.PI) / 180),
    principal: [3000, 900],
    position: [0.4, 1.65, -1.8],
    pitch: 0,
    yaw: 2,
    roll: 0,
    projection: "cylindrical",
  },
  lens: { ...ostreyPrime, name: null },
};
