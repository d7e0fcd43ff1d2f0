import type { Vec2, Vec3 } from "../../geometry";
import type { Field } from "./field";

/**
 * A shift along a plane of the building: of all planes with this normal, each moved within itself. For directions d with
 * z = 1 it is d → d + t (n · d), the homography that a translation along a plane comes to (Hartley and Zisserman, Multiple
 * View Geometry, 13.1); for the plane that faces the camera it is a plain shift of the picture.
 */
export interface Shift {
  /** The plane's normal, unit length, in the corrected camera's frame. */
  readonly normal: Vec3;
  /** How far, at right angles to the normal; in units of the plane's distance along it. */
  readonly by: Vec3;
}

export type View = Pick<Field, "focal" | "centre">;

/** A copy may be drawn larger or smaller than its source by no more than this. */
export const MOST_SCALED = 3;

/**
 * Where a shift takes a place. Writes x, y, and the Jacobian ∂x/∂x, ∂x/∂y, ∂y/∂x, ∂y/∂y to `out`.
 *
 * @returns false where it takes it behind the camera, beyond the horizon, or draws it out too much.
 */
export function carried(view: View, shift: Shift, x: number, y: number, out: Float64Array): boolean {
  const { focal, centre } = view;
  const { normal, by } = shift;
  const fx = focal[0];
  const fy = focal[1];
  const dx = (x - centre[0]) / fx;
  const dy = (y - centre[1]) / fy;
  const along = normal[0] * dx + normal[1] * dy + normal[2];
  const z = 1 + by[2] * along;
  if (z < 1 / MOST_SCALED || z > MOST_SCALED) return false;
  const ex = dx + by[0] * along;
  const ey = dy + by[1] * along;
  const qx = ex / z;
  const qy = ey / z;
  out[0] = centre[0] + fx * qx;
  out[1] = centre[1] + fy * qy;
  out[2] = (1 + by[0] * normal[0] - qx * by[2] * normal[0]) / z;
  out[3] = ((by[0] * normal[1] - qx * by[2] * normal[1]) / z) * (fx / fy);
  out[4] = ((by[1] * normal[0] - qy * by[2] * normal[0]) / z) * (fy / fx);
  out[5] = (1 + by[1] * normal[1] - qy * by[2] * normal[1]) / z;
  return true;
}

/** What it costs to copy over the whole width, or the whole height, of the picture; mean squares of colours. */
const FAR = { across: 0.015, down: 0.08 } as const;

/**
 * How far-fetched a copy is: what lies at the same height is mostly of the same kind, what lies above or below mostly is not, and
 * the nearer of two that look alike is the likelier.
 */
export const farFetched = ({ width, height }: Pick<Field, "width" | "height">, dx: number, dy: number): number =>
  (FAR.across * Math.abs(dx)) / width + (FAR.down * Math.abs(dy)) / height;

/** The least part of a place's ray along a normal: closer to the plane's horizon nothing is copied. */
const OFF_HORIZON = 0.03;

/** The shift along planes of a normal that takes one place to another; null where there is none that keeps the picture. */
export function shiftBetween(view: View, normal: Vec3, from: Vec2, to: Vec2): Shift | null {
  return between(view, normal, from[0], from[1], to[0], to[1], by) ? { normal, by: [by[0]!, by[1]!, by[2]!] } : null;
}
const by = new Float64Array(3);

/**
 * The same in plain numbers, for what is asked a million times. Writes the shift's `by` to `out`, and where there is room what
 * `carried` would write for the place it begins at after it.
 *
 * @returns false where there is no such shift.
 */
export function between(
  { focal, centre }: View,
  normal: Vec3,
  fromX: number,
  fromY: number,
  toX: number,
  toY: number,
  out: Float64Array,
): boolean {
  const fx = focal[0];
  const fy = focal[1];
  const dx = (fromX - centre[0]) / fx;
  const dy = (fromY - centre[1]) / fy;
  const ex = (toX - centre[0]) / fx;
  const ey = (toY - centre[1]) / fy;
  const nd = normal[0] * dx + normal[1] * dy + normal[2];
  const ne = normal[0] * ex + normal[1] * ey + normal[2];
  if (Math.abs(nd) < OFF_HORIZON || Math.abs(ne) < OFF_HORIZON || nd * ne < 0) return false;
  const scale = nd / ne;
  if (scale < 1 / MOST_SCALED || scale > MOST_SCALED) return false;
  const bx = (scale * ex - dx) / nd;
  const by = (scale * ey - dy) / nd;
  const bz = (scale - 1) / nd;
  out[0] = bx;
  out[1] = by;
  out[2] = bz;
  if (out.length < 9) return true;
  // Along the plane z comes to the scale itself.
  out[3] = toX;
  out[4] = toY;
  out[5] = (1 + (bx - ex * bz) * normal[0]) / scale;
  out[6] = (((bx - ex * bz) * normal[1]) / scale) * (fx / fy);
  out[7] = (((by - ey * bz) * normal[0]) / scale) * (fy / fx);
  out[8] = (1 + (by - ey * bz) * normal[1]) / scale;
  return true;
}
