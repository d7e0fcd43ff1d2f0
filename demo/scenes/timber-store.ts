import { focalPixels, quarlZoom } from "../lens/quarl";
import { type Opening, openingRows } from "./street-front";
import { type Edge, type P3, type Scene, type Wall, plumb, rectangle, sill } from "./scene";

/** The old timber store (l), which truly leans to the right between two neighbours that do not. */
const wall: Wall = { id: "lane", origin: [0, 0, 0], heading: 0 };
const half = 3.2;
const eaves = 5.4;
const lean = Math.tan((3.6 * Math.PI) / 180);
const posts = [-3.1, -1.55, 0, 1.55, 3.1];
const rails = [0.55, 2.7, 4.9];
const left = { x0: -11.5, x1: -3.75, high: 8.2 };
const right = { x0: 4.05, x1: 12, high: 7.2 };
const windowsOf = (from: number, step: number, count: number): number[] =>
  Array.from({ length: count }, (_, i) => from + i * step);
const leftWindows = windowsOf(-10, 2.5, 3);
const rightWindows = windowsOf(5.6, 2.5, 3);
const leant = (x: number, y: number, z: number): P3 => [x + y * lean, y, z];

const edges: Edge[] = [
  plumb(wall, "left-quoin", left.x1, 0.6, left.high - 0.4),
  plumb(wall, "right-quoin", right.x0, 0.6, right.high - 0.4),
  ...[...leftWindows.map((x) => [x, "left"] as const), ...rightWindows.map((x) => [x, "right"] as const)].flatMap(
    ([x, id], i) =>
      [1.3, 4.3].flatMap((y, j) => rectangle(wall, `${id}-${i}${j}`, x - 0.71, x + 0.71, y - 0.16, y + 1.96, -0.05)),
  ),
  sill(wall, "left-band", left.x0, left.x1 + 0.06, 3.8, -0.06),
  sill(wall, "right-band", right.x0 - 0.06, right.x1, 3.8, -0.06),
  // Straight, but neither plumb nor level: the leaning frame's posts; its rails stay level.
  ...posts.flatMap((x, i): Edge[] =>
    [-0.11, 0.11].map((d, k) => ({
      id: `post-${i}${k}`,
      kind: "straight",
      from: leant(x + d, 0.7, -0.05),
      to: leant(x + d, eaves - 0.6, -0.05),
    })),
  ),
  ...rails.map((y, i): Edge => ({
    id: `rail-${i}`,
    kind: "sill",
    wall: "lane",
    from: leant(-half, y + 0.1, -0.055),
    to: leant(half, y + 0.1, -0.055),
  })),
];

const holes = leftWindows.flatMap((x, i) =>
  [1.3, 4.3].map((y): Opening => ({ id: `${i}`, kind: "window", x0: x - 0.55, x1: x + 0.55, y0: y, y1: y + 1.8 })),
);

const size = [3000, 2000] as const;
export const timberStore: Scene = {
  pov: "timber-store",
  name: "timber-store",
  walls: { lane: 0 },
  edges,
  layout: {
    StoreHalf: half, StoreEaves: eaves, StoreLean: lean, PostX: posts, RailY: rails, LeftX0: left.x0, LeftX1: left.x1, LeftHigh: left.high,
    RightX0: right.x0, RightX1: right.x1, RightHigh: right.high, LeftWindowX: leftWindows, RightWindowX: rightWindows,
  }, // prettier-ignore
  extra: openingRows(holes),
  camera: {
    size,
    focalPx: focalPixels(24, size),
    principal: [1500, 1000],
    position: [-1.2, 1.6, -9.8],
    pitch: 9.5,
    yaw: 6,
    roll: -1.6,
  },
  lens: quarlZoom(24),
};
