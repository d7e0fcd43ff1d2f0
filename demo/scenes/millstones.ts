import { focalPixels, quarlZoom } from "../lens/quarl";
import { type Edge, type Scene, type Wall, onWall, plumb, sill } from "./scene";

/** A row of millstones on plinths, seen from the right (g); behind them a ridge that only looks like a horizon. */
const row: Wall = { id: "row", origin: [0, 0, 0], heading: 0 };
/** The short sides of the plinths, which face right. */
const side: Wall = { id: "side", origin: [0, 0, 0], heading: -90 };
const plinths = [-6.9, -4.6, -2.3, 0, 2.3];
const half = { x: 0.62, z: 0.42 };
const height = 0.78;
const kerb = { z: -1.7, y: 0.12 };
const wall = { z: 2.6, high: 1.25, x0: -13, x1: 5.5 };

const edges: Edge[] = [
  ...plinths.flatMap((x, i): Edge[] => [
    plumb(row, `plinth-${i}-left`, x - half.x, 0.04, height - 0.1, -half.z),
    plumb(row, `plinth-${i}-right`, x + half.x, 0.04, height - 0.1, -half.z),
    sill(row, `plinth-${i}-cap`, x - half.x - 0.07, x + half.x + 0.07, height, -half.z - 0.07),
    {
      id: `plinth-${i}-side`,
      kind: "sill",
      wall: "side",
      from: [x + half.x + 0.07, height, -half.z - 0.07],
      to: [x + half.x + 0.07, height, half.z + 0.07],
    },
  ]),
  sill(row, "kerb", -14, 6, kerb.y, kerb.z),
  sill(row, "coping", wall.x0, wall.x1, wall.high + 0.12, wall.z - 0.06),
  { id: "ridge", kind: "straight", from: onWall(side, 60, 5.2, 40), to: onWall(side, 60, 2.6, -6) },
].filter((e) => e.id !== "ridge") as Edge[];

const size = [3000, 2000] as const;
export const millstones: Scene = {
  pov: "millstones",
  name: "millstones",
  walls: { row: 0, side: -90 },
  edges,
  layout: {
    PlinthX: plinths,
    HalfX: half.x,
    HalfZ: half.z,
    PlinthHigh: height,
    KerbAt: kerb.z,
    KerbHigh: kerb.y,
    BackZ: wall.z - 0,
    BackHigh: wall.high,
    BackX0: wall.x0,
    BackX1: wall.x1,
  },
  camera: {
    size,
    focalPx: focalPixels(35, size),
    principal: [1500, 1000],
    position: [3.9, 1.25, -4.6],
    pitch: 0,
    yaw: -36,
    roll: 0.15,
  },
  lens: { ...quarlZoom(35), name: null },
};
