import type { Vec2, Vec3 } from "../../geometry";
import { emptyRecipe } from "../../recipe";
import type { KnownMeasure } from "../../shape/proportion";
import { between, normalFrom, randomFrom, seenBy } from "../../testing";

export const SIZE = [6000, 4000] as const;
export const FOCAL = 4200;

interface Case {
  readonly lines: number;
  readonly marks: number;
  /** Largest error of an assumed focal length, as a share. */
  readonly focal: number;
}

/** Four plumbs, four sills and two measures on one wall, all seen by one camera. */
export function scene(seed: number, { lines, marks, focal }: Case, turn = 25) {
  const random = randomFrom(seed);
  const normal = normalFrom(randomFrom(seed + 7919));
  const attitude = { pitch: between(random, 0, 20), yaw: 0, roll: between(random, -2, 2) };
  const heading = (between(random, -turn, turn) * Math.PI) / 180;
  const camera = { focalPx: FOCAL, principal: [3000, 2000] as const };
  const up = 8 * Math.tan((attitude.pitch * Math.PI) / 180);
  const world = (x: number, y: number): Vec3 => [x * Math.cos(heading), y - up, 8 + x * Math.sin(heading)];
  const seen = (x: number, y: number, noise: number): [number, number] => {
    const p = seenBy(camera, attitude, world(x, y)) ?? [-1, -1];
    return [p[0] + noise * normal(), p[1] + noise * normal()];
  };
  const line = (kind: "plumb" | "sill", i: number, from: Vec2, to: Vec2) => ({
    id: `${kind}${i}`,
    kind,
    points: [seen(...(from as [number, number]), lines), seen(...(to as [number, number]), lines)],
    on: true,
  });
  const rectangle = (id: string, x: number, y: number, w: number, h: number, stated = 1): KnownMeasure =>
    ({
      id,
      kind: "rectangle",
      points: [seen(x, y, marks), seen(x + w, y, marks), seen(x + w, y + h, marks), seen(x, y + h, marks)],
      width: w * stated,
      height: h * stated,
      unit: "m",
      on: true,
    }) as KnownMeasure;
  const recipe = emptyRecipe();
  const off = focal === 0 ? 1 : between(random, 1 - focal, 1 + focal);
  recipe.camera = { focalPx: FOCAL * off, focalFrom: focal === 0 ? "stated" : "assumed", principal: null };
  recipe.lines = [
    ...[-2.2, -0.8, 0.9, 2.1].map((x, i) => line("plumb", i, [x, -1.4], [x, 1.4])),
    ...[-1.3, -0.4, 0.6, 1.2].map((y, i) => line("sill", i, [-2, y], [2, y])),
  ];
  recipe.attitude.from = "lines";
  const [x, y] = [between(random, -1.8, 0.4), between(random, -1.2, -0.4)];
  const [w, h] = [between(random, 0.8, 1.6), between(random, 0.9, 1.6)];
  const ends = [seen(-1.7, 1, marks), seen(1.6, -1, marks)] as const;
  return { recipe, rectangle, at: { x, y, w, h }, ends, tape: Math.hypot(3.3, 2) };
}

/** How far the wall truly is from the camera, metres. */
export function depthOf(seed: number): number {
  const random = randomFrom(seed);
  between(random, 0, 20);
  between(random, -2, 2);
  return 8 * Math.cos((between(random, -25, 25) * Math.PI) / 180);
}
