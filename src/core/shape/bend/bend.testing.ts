/** Made-up shapes for tests: marks on a picture that nothing else has moved; nothing outside tests imports this. */
import { chained } from "../../course";
import type { Size, Vec2 } from "../../geometry";
import { type BendSettings, NO_BEND } from "./bend-settings";
import { type BendModel, solveBend } from "./bend-model";

export const SIZE: Size = [3000, 2000];
export const CAMERA = { focalPx: 2000, principal: [1500, 1000] as [number, number] };

/** A shape solved on the bare picture. */
export function solved(shape: Partial<BendSettings>, moving = false, size = SIZE): BendModel {
  const recipe = { camera: CAMERA, proportion: { on: true, height: 1 }, shape: { ...NO_BEND, ...shape }, frame: {} };
  const model = solveBend(recipe, size, chained([]), moving);
  if (!model) throw new Error("Nothing to solve.");
  return model;
}

export const pair = ([x, y]: Vec2): [number, number] => [x, y];

/** Places along a curve through t = 0…1. */
export const along = (count: number, at: (t: number) => Vec2): [number, number][] =>
  Array.from({ length: count }, (_, i) => pair(at(i / (count - 1))));

/** The derivatives of a warp at a place: ∂x/∂x, ∂x/∂y, ∂y/∂x, ∂y/∂y, by differences over two pixels. */
export function jacobianAt({ warp }: BendModel, [x, y]: Vec2): readonly [number, number, number, number] {
  const [l, r, u, d] = [
    warp.forward([x - 1, y]),
    warp.forward([x + 1, y]),
    warp.forward([x, y - 1]),
    warp.forward([x, y + 1]),
  ];
  return [(r[0] - l[0]) / 2, (d[0] - u[0]) / 2, (r[1] - l[1]) / 2, (d[1] - u[1]) / 2];
}

/** How many times longer one way is drawn than the other: 1 where a shape is kept. */
export function ratioChange([a, b, c, d]: readonly [number, number, number, number]): number {
  const [sum, det] = [a * a + b * b + c * c + d * d, a * d - b * c];
  const root = Math.sqrt(Math.max(0, sum * sum - 4 * det * det));
  return Math.sqrt((sum + root) / Math.max(1e-12, sum - root));
}
