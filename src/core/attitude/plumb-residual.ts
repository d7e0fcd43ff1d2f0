import type { Lens } from "../lens";
import type { Vec2, Vec3 } from "../geometry";

/** Two recorded ends of a line, made ready for the solve. */
export interface ObservedLine {
  readonly id: string;
  /** Undistorted ends, pixels. */
  readonly ends: readonly [Vec2, Vec2];
  /** Covariance of each undistorted end for unit noise of the recorded one: [xx, xy, yy]. */
  readonly spread: readonly [Spread, Spread];
}

type Spread = readonly [number, number, number];

/** J⁻¹J⁻ᵀ for the Jacobian J of ideal → recorded: how round noise on the sensor looks once undistorted. */
function spreadAt(lens: Lens, ideal: Vec2): Spread {
  const [a, b, c, d] = lens.jacobian(ideal);
  const det = a * d - b * c;
  const [ia, ib, ic, id] = [d / det, -b / det, -c / det, a / det];
  return [ia * ia + ib * ib, ia * ic + ib * id, ic * ic + id * id];
}

/** A line's recorded ends taken through the lens, with the lens's effect on their noise. */
export function observe(lens: Lens, id: string, recorded: readonly [Vec2, Vec2]): ObservedLine {
  const ends: [Vec2, Vec2] = [lens.undistort(recorded[0]), lens.undistort(recorded[1])];
  return { id, ends, spread: [spreadAt(lens, ends[0]), spreadAt(lens, ends[1])] };
}

/**
 * How far a line misses a vanishing point, in pixels of end noise (1 = one pixel at both ends).
 *
 * The line's own direction is a nuisance parameter; with it profiled out, the likelihood of the
 * two ends is that of e = det[p₁ p₂ v] over its standard deviation, e being linear in either end
 * (Hartley & Zisserman, Multiple View Geometry, 2nd ed., §4.2.6: Sampson error, here for v given).
 *
 * @param v vanishing point, homogeneous pixels; its scale does not matter.
 */
export function missOfVanishingPoint({ ends, spread }: ObservedLine, v: Vec3): number {
  // Plain numbers: this runs for every line at every step of the solve.
  const p = ends[0];
  const q = ends[1];
  const sp = spread[0];
  const sq = spread[1];
  // Gradients of e with respect to p and q: normals of the lines from the other end to v.
  const px = q[1] * v[2] - v[1];
  const py = v[0] - q[0] * v[2];
  const qx = v[1] - p[1] * v[2];
  const qy = p[0] * v[2] - v[0];
  const e = p[0] * px + p[1] * py + (q[0] * v[1] - q[1] * v[0]);
  const variance =
    px * px * sp[0] + 2 * px * py * sp[1] + py * py * sp[2] + qx * qx * sq[0] + 2 * qx * qy * sq[1] + qy * qy * sq[2];
  return variance > 0 ? e / Math.sqrt(variance) : 0;
}
