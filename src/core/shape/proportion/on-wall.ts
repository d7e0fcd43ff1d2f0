import { type Attitude, type Intrinsics, rotationOf } from "../../camera";
import { DEG, type Vec2, apply3 } from "../../geometry";
import type { Lens } from "../../lens";

/** A place on a wall or the floor, in distances to it: to the right and down (on the floor: to the right and nearer); with the covariance that its end's noise gives it. */
export interface WallPlace {
  readonly at: Vec2;
  /** xx, xy, yy for one pixel of noise each way. */
  readonly covariance: readonly [number, number, number];
}

export interface WallView {
  readonly camera: Intrinsics;
  readonly lens: Lens;
  readonly attitude: Pick<Attitude, "pitch" | "roll">;
  /** Of the wall, degrees, in the levelled camera's frame; of the wall that things on the floor are laid along. */
  readonly heading: number;
  readonly floor?: boolean;
}

/** Steps for derivatives, pixels. */
const STEP = 0.25;

/** Where a recorded pixel's ray cuts the wall, or the floor. @returns null where it does not, or hardly. */
function cut(
  { camera: { focalPx, principal }, lens, attitude: { pitch, roll }, heading, floor }: WallView,
  p: Vec2,
): Vec2 | null {
  const [x, y] = lens.undistort(p);
  const level = rotationOf({ pitch, yaw: 0, roll });
  const ray = apply3(level, [(x - principal[0]) / focalPx, (y - principal[1]) / focalPx, 1]);
  const [c, s] = [Math.cos(heading * DEG), Math.sin(heading * DEG)];
  const depth = ray[2] * c - ray[0] * s;
  if (floor) return ray[1] > 1e-4 ? [(ray[0] * c + ray[2] * s) / ray[1], -depth / ray[1]] : null;
  return depth > 1e-4 ? [(ray[0] * c + ray[2] * s) / depth, ray[1] / depth] : null;
}

/** Places of the original on a wall. @param points recorded pixels. @returns null where one of them is not on it. */
export function onWall(view: WallView, points: readonly Vec2[]): WallPlace[] | null {
  const all = points.map((p): WallPlace | null => {
    const [at, ...moved] = [
      [0, 0] as const,
      [STEP, 0] as const,
      [-STEP, 0] as const,
      [0, STEP] as const,
      [0, -STEP] as const,
    ].map(([dx, dy]) => cut(view, [p[0] + dx, p[1] + dy]));
    if (!at || moved.some((m) => m === null)) return null;
    const [right, left, down, up] = moved as [Vec2, Vec2, Vec2, Vec2];
    const by = (a: Vec2, b: Vec2): Vec2 => [(a[0] - b[0]) / (2 * STEP), (a[1] - b[1]) / (2 * STEP)];
    const [u, v] = [by(right, left), by(down, up)];
    return { at, covariance: [u[0] ** 2 + v[0] ** 2, u[0] * u[1] + v[0] * v[1], u[1] ** 2 + v[1] ** 2] };
  });
  return all.every((p) => p !== null) ? all : null;
}
