import { focalPixels, quarlWide, quarlZoom } from "../lens/quarl";
import { type Edge, type Scene, type Wall, plumb, rectangle, sill } from "./scene";

/** The canal wing: plaster over stone, with a painted sign. e from the side, h from across the water. */
const wing: Wall = { id: "wing", origin: [0, 0, 0], heading: 0 };
const extent = { x0: -9, x1: 15, height: 8.6 };
const windows = { x: [-7.4, -4.4, 7.4, 10.4, 13.2], y: [1.35, 5.0], wide: 1.2, high: 2.0 };
const upper = [-1.2, 1.6, 4.4];
const sign = { x0: -2.6, x1: 5.9, y0: 1.5, y1: 4.1 };
const bands = [4.42];

const edges: Edge[] = [
  plumb(wing, "quoin-left", extent.x0, 0.7, extent.height - 0.5),
  plumb(wing, "quoin-right", extent.x1, 0.7, extent.height - 0.5),
  ...windows.x.flatMap((x, i) =>
    windows.y.flatMap((y, j) =>
      rectangle(
        wing,
        `window-${i}${j}`,
        x - windows.wide / 2 - 0.16,
        x + windows.wide / 2 + 0.16,
        y - 0.16,
        y + windows.high + 0.16,
        -0.05,
      ),
    ),
  ),
  ...upper.flatMap((x, i) =>
    rectangle(
      wing,
      `upper-${i}`,
      x - windows.wide / 2 - 0.16,
      x + windows.wide / 2 + 0.16,
      5 - 0.16,
      5 + windows.high + 0.16,
      -0.05,
    ),
  ),
  ...rectangle(wing, "sign", sign.x0, sign.x1, sign.y0, sign.y1, -0.001),
  ...bands.map((y, i) => sill(wing, `band-${i}`, extent.x0 - 0.07, extent.x1 + 0.07, y + 0.2, -0.07)),
  sill(wing, "eaves", extent.x0 - 0.3, extent.x1 + 0.3, extent.height + 0.14, -0.42),
  sill(wing, "plinth", extent.x0 - 0.08, extent.x1 + 0.08, 0.6, -0.08),
];

const layout = {
  WingX0: extent.x0, WingX1: extent.x1, WingHigh: extent.height, WindowX: windows.x, WindowY: windows.y, WindowWide: windows.wide, WindowHigh: windows.high,
  UpperX: upper, SignX0: sign.x0, SignX1: sign.x1, SignY0: sign.y0, SignY1: sign.y1, BandY: bands,
}; // prettier-ignore

const size = [3000, 2000] as const;
const shared = { pov: "canal", edges, layout, walls: { wing: 0 } };
export const canalWing: Scene = {
  ...shared,
  name: "canal-wing",
  extra: "#declare Waterside = 0;",
  camera: {
    size,
    focalPx: focalPixels(24, size),
    principal: [1500, 1000],
    position: [-6.2, 1.7, -9.6],
    pitch: 5.5,
    yaw: 32,
    roll: -0.7,
  },
  lens: quarlZoom(24),
};
export const waterside: Scene = {
  ...shared,
  name: "waterside",
  extra: "#declare Waterside = 1;",
  camera: {
    size,
    focalPx: focalPixels(14, size),
    principal: [1500, 1000],
    position: [1.2, 1.1, -11.5],
    pitch: 3.4,
    yaw: -6,
    roll: 0.6,
  },
  lens: quarlWide,
};
