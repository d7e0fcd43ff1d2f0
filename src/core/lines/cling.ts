import { type Vec2, lerp2 } from "../geometry";
import { type Lens, lensTowards } from "../lens";
import type { Luminance } from "./luminance";
import { type StraightEdge, partOf, straightEdge } from "./straight-edge";

/** How far from the stroke cling looks, and what it prefers, pixels. */
const HALF = 9;
const AIM = 5;
/** Zoomed out, a hand is coarser in the picture's pixels, but it still aims: this much of the factor counts. */
const WIDER = 0.35;
/** Less of the stroke than this along an edge is no edge. */
const LEAST = 0.55;
/** A line is lengthened by this share of itself at a time, while its edge goes on. */
const STEP = 0.2;
/** Along a further part the edge must be found and lie within this of the line, pixels. */
const ON = 1.2;
const LEAST_ON = 0.7;
const MOST_STEPS = 40;

/**
 * A stroke settled on the image edge under it; null where there is none, and the stroke stays as drawn.
 *
 * @param ends recorded pixels. @param reach how much coarser than one pixel the hand was, as a factor.
 */
export function cling(image: Luminance, whole: Lens, ends: readonly [Vec2, Vec2], reach = 1): StraightEdge | null {
  const lens = lensTowards(whole, lerp2(...ends, 0.5));
  const ideal: [Vec2, Vec2] = [lens.undistort(ends[0]), lens.undistort(ends[1])];
  const wider = 1 + WIDER * (reach - 1);
  const search = { half: HALF * wider, aim: AIM * wider, sign: 0, least: LEAST } as const;
  const first = straightEdge(image, lens, ideal, search);
  if (!first) return null;
  // Once more from where it settled, so that the rail runs along the edge itself.
  const again: [Vec2, Vec2] = [lens.undistort(first.ends[0]), lens.undistort(first.ends[1])];
  const sign = first.slope > 0 ? 1 : -1;
  return straightEdge(image, lens, again, { half: 3, aim: 2, sign, least: LEAST });
}

/** A line lengthened along its edge, both ways, to where the edge ends or the picture does; as it is where it cannot be. */
export function lengthen(
  image: Luminance,
  whole: Lens,
  ends: readonly [Vec2, Vec2],
  size: Vec2,
): readonly [Vec2, Vec2] {
  const lens = lensTowards(whole, lerp2(...ends, 0.5));
  const now: [Vec2, Vec2] = [lens.undistort(ends[0]), lens.undistort(ends[1])];
  const length = Math.hypot(now[1][0] - now[0][0], now[1][1] - now[0][1]);
  if (!(length > 0)) return ends;
  const step = Math.max(20, STEP * length) / length;
  const inside = (p: Vec2): boolean => p[0] > 1 && p[1] > 1 && p[0] < size[0] - 1 && p[1] < size[1] - 1;
  const own = straightEdge(image, lens, now, { half: 4, aim: 3, sign: 0, least: 0.4 });
  const sign = own ? (own.slope > 0 ? 1 : -1) : 0;
  const reach = (outward: 1 | -1): number => {
    let end = outward === 1 ? 1 : 0;
    let by = step;
    for (let n = 0; n < MOST_STEPS && by > step / 16; n++) {
      const next = end + outward * by;
      const part = outward === 1 ? partOf(now, end, next) : partOf(now, next, end);
      const edge =
        inside(lens.distort(part[0])) && inside(lens.distort(part[1]))
          ? straightEdge(image, lens, part, { half: 4, aim: 2, sign, least: LEAST_ON })
          : null;
      const near = edge && edge.ends.every((e, i) => across(lens.undistort(e), part[i]!, now) < ON);
      if (near) end = next;
      else by /= 2;
    }
    return end;
  };
  const part = partOf(now, reach(-1), reach(1));
  return [lens.distort(part[0]), lens.distort(part[1])];
}

/** Distance of two places across a line's direction, pixels. */
function across(p: Vec2, q: Vec2, [a, b]: readonly [Vec2, Vec2]): number {
  const [dx, dy] = [b[0] - a[0], b[1] - a[1]];
  return Math.abs((p[0] - q[0]) * dy - (p[1] - q[1]) * dx) / Math.hypot(dx, dy);
}
