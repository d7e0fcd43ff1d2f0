/** Made-up shapes for tests: marks on a picture that nothing else has moved; nothing outside tests imports this. */
import { chained } from "../../course";
import type { Size, Vec2 } from "../../geometry";
import { between, randomFrom } from "../../testing";
import { type BendSettings, NO_BEND } from "./bend-settings";
import { type BendModel, solveBend } from "./bend-model";
import { type StraightLine, acrossOf, straightThrough } from "./straight-line";

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

/** A curve that leaves its chord by an arc and by an S, pixels. */
export interface Curve {
  readonly from: Vec2;
  readonly to: Vec2;
  readonly arc: number;
  readonly wave: number;
}

/** A curve's place at t = 0…1. */
export const curve =
  ({ from, to, arc, wave }: Curve) =>
  (t: number): Vec2 => {
    const [dx, dy] = [to[0] - from[0], to[1] - from[1]];
    const length = Math.hypot(dx, dy);
    const off = arc * 4 * t * (1 - t) + wave * Math.sin(2 * Math.PI * t);
    return [from[0] + dx * t - (dy * off) / length, from[1] + dy * t + (dx * off) / length];
  };

/** Five crossing lines, each bowed by 35 to 60 px: two standing ones that lean by 1.4°, two level ones, a free one across. */
export function fiveCrossing(
  seed: number,
): { readonly lock: "vertical" | "horizontal" | "free"; readonly curve: Curve }[] {
  const random = randomFrom(seed);
  const sign = (): number => (random() < 0.5 ? -1 : 1);
  const jitter = (): number => between(random, -150, 150);
  const waves = random() < 0.5 ? 20 : 0;
  const bowed = (from: Vec2, to: Vec2): Curve => ({
    from,
    to,
    arc: sign() * between(random, 35, 60),
    wave: between(random, -waves, waves),
  });
  const standing = (x: number): Curve =>
    bowed([x, 250 + jitter()], [x + sign() * 1500 * Math.tan((1.4 * Math.PI) / 180), 1750 + jitter()]);
  const level = (y: number): Curve => bowed([300 + jitter(), y], [2700 + jitter(), y]);
  return [
    { lock: "vertical", curve: standing(between(random, 600, 1200)) },
    { lock: "vertical", curve: standing(between(random, 1700, 2500)) },
    { lock: "horizontal", curve: level(between(random, 350, 800)) },
    { lock: "horizontal", curve: level(between(random, 1200, 1700)) },
    { lock: "free", curve: bowed([500 + jitter(), 500 + jitter()], [2500 + jitter(), 1500 + jitter()]) },
  ];
}

/** How far a warped curve is from its straight line, between the places that were marked too, pixels; and where that runs. */
export function straightness(model: BendModel, c: Curve): { readonly bow: number; readonly line: StraightLine } {
  const places = along(301, curve(c)).map((p) => model.warp.forward(p));
  const line = straightThrough(places);
  return { bow: Math.max(...places.map((p) => Math.abs(acrossOf(line, p)))), line };
}

/** Least and most times that a place's area becomes, and how many times longer one way is drawn than the other at most. */
export function areasOver(model: BendModel, [across, down] = [200, 150]): Record<"least" | "most" | "longer", number> {
  let [least, most, longer] = [Infinity, 0, 1];
  for (let j = 0; j < down; j++)
    for (let i = 0; i < across; i++) {
      const jacobian = jacobianAt(model, [((i + 0.5) * SIZE[0]) / across, ((j + 0.5) * SIZE[1]) / down]);
      const area = jacobian[0] * jacobian[3] - jacobian[1] * jacobian[2];
      [least, most, longer] = [Math.min(least, area), Math.max(most, area), Math.max(longer, ratioChange(jacobian))];
    }
  return { least, most, longer };
}
