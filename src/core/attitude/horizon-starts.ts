import { type Intrinsics, pitchRollFromVertical } from "../camera";
import { type Vec2, type Vec3, cross3, unit3 } from "../geometry";

/** Pairs of pairs tried at most; few sills are marked where no two plumbs are. */
const MOST = 240;
/** A horizon steeper than this is none, degrees. */
const STEEPEST = 35;
const FURTHEST = 60;

/**
 * Pitch and roll that sills of two walls may have by themselves: where two of one wall meet and two of another meet,
 * the horizon passes. All choices of two pairs are tried, or an even part of them.
 *
 * @param lines undistorted ends, pixels.
 */
export function horizonStarts(
  { focalPx, principal }: Intrinsics,
  lines: readonly (readonly [Vec2, Vec2])[],
): { pitch: number; roll: number }[] {
  const lifted = (p: Vec2): Vec3 => [(p[0] - principal[0]) / focalPx, (p[1] - principal[1]) / focalPx, 1];
  const planes = lines.map(([a, b]) => unit3(cross3(lifted(a), lifted(b))));
  const pairs: (readonly [number, number, Vec3])[] = [];
  for (let i = 0; i < planes.length; i++)
    for (let j = i + 1; j < planes.length; j++) {
      const v = cross3(planes[i]!, planes[j]!);
      if (Math.hypot(...v) > 1e-4) pairs.push([i, j, unit3(v)]);
    }
  const all: { pitch: number; roll: number }[] = [];
  for (let m = 0; m < pairs.length; m++)
    for (let n = m + 1; n < pairs.length; n++) {
      const [i, j, v] = pairs[m]!;
      const [k, l, w] = pairs[n]!;
      if (i === k || i === l || j === k || j === l) continue;
      const down = cross3(v, w);
      if (Math.hypot(...down) < 0.2) continue;
      const start = pitchRollFromVertical(unit3(down));
      if (Math.abs(start.roll) <= STEEPEST && Math.abs(start.pitch) <= FURTHEST) all.push(start);
    }
  return all.filter((_, i) => i % Math.ceil(all.length / MOST) === 0);
}
