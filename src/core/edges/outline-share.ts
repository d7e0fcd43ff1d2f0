import { type Vec2, bounds, contains } from "../geometry";

/**
 * How much of a place an outline covers, 0…1: all of it inside, less and less over its rim, nothing outside.
 *
 * @param rim how wide the rim is, from the outline inwards, pixels; at least one. The thing itself has to lie further in.
 */
export function outlineShare(outline: readonly Vec2[], rim: number): (x: number, y: number) => number {
  const wide = Math.max(1, rim);
  const [left, top, w, h] = bounds(outline);
  return (x, y) => {
    if (x < left || y < top || x > left + w || y > top + h || !contains(outline, [x, y])) return 0;
    const u = Math.min(1, distanceTo(outline, x, y, wide) / wide);
    return u * u * (3 - 2 * u);
  };
}

/** How far a place is from the sides of a polygon, up to a limit, pixels. */
function distanceTo(outline: readonly Vec2[], x: number, y: number, most: number): number {
  let least = most * most;
  for (let i = 0, j = outline.length - 1; i < outline.length; j = i++) {
    const [ax, ay] = outline[j]!;
    const [bx, by] = outline[i]!;
    if ((x < ax - most && x < bx - most) || (x > ax + most && x > bx + most)) continue;
    if ((y < ay - most && y < by - most) || (y > ay + most && y > by + most)) continue;
    const [dx, dy] = [bx - ax, by - ay];
    const long = dx * dx + dy * dy;
    const along = long > 0 ? ((x - ax) * dx + (y - ay) * dy) / long : 0;
    const t = along < 0 ? 0 : along > 1 ? 1 : along;
    const far = (x - ax - t * dx) ** 2 + (y - ay - t * dy) ** 2;
    if (far < least) least = far;
  }
  return Math.sqrt(least);
}
