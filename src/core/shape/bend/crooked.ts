import type { PlacedTaut } from "./placed-marks";
import { acrossOf, alongOf, straightThrough } from "./straight-line";

/** What is straight leaves its line by no more than this share of its length, whatever lens drew it; an arch or a path does. */
const ARCHED = 0.1;
/** And no more than this from a smooth curve: what winds more often than a lens bends was never straight. */
const WINDING = 0.006;
/** Legendre's polynomials up to the third: a lens bends a line by an arc and an S. */
const SMOOTH = [
  () => 1,
  (t: number) => t,
  (t: number) => (3 * t * t - 1) / 2,
  (t: number) => (5 * t * t * t - 3 * t) / 2,
] as const;

/** How far a taut line leaves a straight one, as a share of its length, where that is more than a lens bends; null where it is not. */
export function crookedness({ places }: PlacedTaut): number | null {
  const line = straightThrough(places);
  const length = Math.abs(alongOf(line, places[places.length - 1]!) - alongOf(line, places[0]!));
  if (length === 0) return null;
  const off = places.map((p) => acrossOf(line, p) / length);
  const most = Math.max(...off.map(Math.abs));
  const last = places.length - 1;
  const ofDegree = SMOOTH.map((make, degree) => {
    const share = places.reduce((sum, _, i) => sum + off[i]! * make((2 * i) / last - 1), 0) / places.length;
    return (2 * degree + 1) * share;
  });
  const left = off.map((v, i) => v - SMOOTH.reduce((s, make, d) => s + ofDegree[d]! * make((2 * i) / last - 1), 0));
  const winding = Math.sqrt(left.reduce((s, v) => s + v * v, 0) / left.length);
  return most > ARCHED || winding > WINDING ? most : null;
}
