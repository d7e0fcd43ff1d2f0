import { type Vec2, bounds, contains, distance2 } from "../../geometry";

/** Points of a spine at most; and a thing that is so many times longer than wide has more than one. */
const POINTS = 24;
const LONG = 2;

/** A way through the middle of an outline, and how far the outline is from it at most. */
export interface Spine {
  readonly points: readonly Vec2[];
  readonly radius: number;
}

/**
 * The way through the middle of an outline, along its longest extent: what a brush would follow that covers it.
 *
 * @param outline pixels. @throws RangeError where it has no corners.
 */
export function spineOf(outline: readonly Vec2[]): Spine {
  const [x, y, w, h] = bounds(outline);
  const middle: Vec2 = [x + w / 2, y + h / 2];
  const { along, long, wide } = extentOf(outline);
  const count = long > LONG * wide ? Math.max(2, Math.min(POINTS, Math.round((2 * long) / Math.max(wide, 1)))) : 1;
  const across: Vec2 = [-along[1], along[0]];
  const starts = Math.min(...outline.map((p) => p[0] * along[0] + p[1] * along[1]));
  const points: Vec2[] = [];
  for (let k = 0; k < count; k++) {
    const t = starts + ((k + 0.5) / count) * long;
    // What of the outline lies in this slice, by lines across.
    const inside: Vec2[] = [];
    const mid = middle[0] * across[0] + middle[1] * across[1];
    for (let j = 0; j <= 64; j++) {
      const s = mid + (j / 64 - 0.5) * 2 * Math.hypot(w, h);
      const p: Vec2 = [t * along[0] + s * across[0], t * along[1] + s * across[1]];
      if (contains(outline, p)) inside.push(p);
    }
    const [first, last] = [inside[0], inside.at(-1)];
    if (count === 1 || !first || !last) continue;
    points.push([(first[0] + last[0]) / 2, (first[1] + last[1]) / 2]);
  }
  const way = points.length > 1 ? points : [middle];
  return { points: way, radius: Math.max(...outline.map((p) => Math.min(...way.map((q) => distance2(p, q))))) };
}

/** The direction in which an outline is longest, its length in it and across it: that of the corners' greatest spread. */
function extentOf(outline: readonly Vec2[]): { along: Vec2; long: number; wide: number } {
  let best = { along: [1, 0] as Vec2, long: 0, wide: Infinity };
  for (let k = 0; k < 36; k++) {
    const angle = (Math.PI * k) / 36;
    const along: Vec2 = [Math.cos(angle), Math.sin(angle)];
    const spread = (d: Vec2): number => {
      const all = outline.map((p) => p[0] * d[0] + p[1] * d[1]);
      return Math.max(...all) - Math.min(...all);
    };
    const wide = spread([-along[1], along[0]]);
    if (wide < best.wide) best = { along, long: spread(along), wide };
  }
  return best;
}
