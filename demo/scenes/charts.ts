import { focalPixels, quarlZoom } from "../lens/quarl";
import type { Edge, P3, Scene, SceneCamera } from "./scene";

/** A printed checkerboard of 9 × 6 inner corners, three times, and a grid of lines (p), with the lens of c. */
const square = 0.12;
const inner: readonly [number, number] = [9, 6];
const gridStep = 0.08;
const gridLines: readonly [number, number] = [19, 13];

const at = (u: number, v: number): P3 => [u, v, 0];
const corners: P3[] = Array.from({ length: inner[0] * inner[1] }, (_, i) =>
  at(((i % inner[0]) - (inner[0] - 1) / 2) * square, ((inner[1] - 1) / 2 - Math.floor(i / inner[0])) * square),
);
const board: Edge[] = [
  ...Array.from({ length: inner[0] }, (_, i): Edge => {
    const u = (i - (inner[0] - 1) / 2) * square;
    return { id: `column-${i}`, kind: "straight", from: at(u, -3.5 * square), to: at(u, 3.5 * square) };
  }),
  ...Array.from({ length: inner[1] }, (_, j): Edge => {
    const v = (j - (inner[1] - 1) / 2) * square;
    return { id: `row-${j}`, kind: "straight", from: at(-5 * square, v), to: at(5 * square, v) };
  }),
];
const half = (n: number): number => ((n - 1) / 2) * gridStep;
const grid: Edge[] = [
  ...Array.from({ length: gridLines[0] }, (_, i): Edge => {
    const u = i * gridStep - half(gridLines[0]);
    return { id: `column-${i}`, kind: "straight", from: at(u, -half(gridLines[1])), to: at(u, half(gridLines[1])) };
  }),
  ...Array.from({ length: gridLines[1] }, (_, j): Edge => {
    const v = j * gridStep - half(gridLines[1]);
    return { id: `row-${j}`, kind: "straight", from: at(-half(gridLines[0]), v), to: at(half(gridLines[0]), v) };
  }),
];

const size = [3000, 2000] as const;
const camera = (position: P3, pitch: number, yaw: number, roll: number): SceneCamera => ({
  size,
  focalPx: focalPixels(18, size),
  principal: [1500, 1000],
  position,
  pitch,
  yaw,
  roll,
});
const base = { pov: "charts", fine: true, walls: {}, lens: quarlZoom(18) };
const layout = { Square: square, GridStep: gridStep, GridColumns: gridLines[0], GridRows: gridLines[1] };
const checker = { ...base, edges: board, corners, layout: { ...layout, ChartKind: 0 } };

export const chartOne: Scene = { ...checker, name: "chart-1", camera: camera([0.012, -0.008, -0.515], 0.9, -1.1, 0.8) };
export const chartTwo: Scene = { ...checker, name: "chart-2", camera: camera([-0.54, 0.16, -0.7], -9, 32, -3) };
export const chartThree: Scene = { ...checker, name: "chart-3", camera: camera([0.38, -0.42, -0.68], 26, -25, 5) };
export const chartGrid: Scene = {
  ...base,
  edges: grid,
  layout: { ...layout, ChartKind: 1 },
  name: "chart-grid",
  camera: camera([0.01, 0.015, -0.78], -0.6, 0.5, -0.4),
};
