import type { Vec2 } from "../geometry";
import { turningRadius } from "./brown-conrady";

/** Nearer to the centre than this (half diagonals) a pull says too little of the bow. */
export const NEAREST_PULL = 0.15;
/** Strongest bow a pull gives, share at the corner. */
const STRONGEST = 0.4;

/**
 * The first radial term that brings a recorded point to where it was pulled, the other terms left as they are:
 * from r_d = r_u (1 + k1 r_u² + k2 r_u⁴ + k3 r_u⁶). Only the pull's part along the radius counts.
 *
 * @param lens terms as stored, their amount, and the centre in pixels. @param unit half the diagonal, pixels.
 * @param recorded the grabbed point as recorded, pixels. @param ideal where it is to lie without distortion, pixels.
 * @returns k1 as stored, or null where the point lies too near to the centre, or the lens would fold.
 */
export function pulledBow(
  { k, amount, centre }: { k: readonly [number, number, number]; amount: number; centre: Vec2 },
  unit: number,
  recorded: Vec2,
  ideal: Vec2,
): number | null {
  const [x, y] = [(recorded[0] - centre[0]) / unit, (recorded[1] - centre[1]) / unit];
  const rd = Math.hypot(x, y);
  if (rd < NEAREST_PULL || amount <= 0) return null;
  const ru = ((ideal[0] - centre[0]) * x + (ideal[1] - centre[1]) * y) / (unit * rd);
  if (ru < NEAREST_PULL / 2) return null;
  const s = ru * ru;
  const k1 = ((rd / ru - 1) / amount - k[1] * s * s - k[2] * s * s * s) / s;
  const clamped = Math.min(STRONGEST, Math.max(-STRONGEST, k1 + k[1] + k[2])) - k[1] - k[2];
  return turningRadius([clamped * amount, k[1] * amount, k[2] * amount]) < 1.05 ? null : clamped;
}
