import type { Vec2 } from "@/core/geometry";
import type { Guide } from "@/core/recipe";
import type { PlaneMap } from "@/core/render";

/** An edge steeper against a guide than this is not along it: 1.5 degrees. */
const ALONG = Math.tan((1.5 * Math.PI) / 180);

/**
 * Where a guide lies that clings to the nearest edge along it: at the edge's middle. @param edges of the photo, pixels of the original.
 * @param reach pixels of the plane. @returns null where no edge lies so near.
 */
export function clungAt(
  { way, at }: Pick<Guide, "way" | "at">,
  edges: readonly (readonly [Vec2, Vec2])[],
  map: Pick<PlaneMap, "fromRecorded">,
  reach: number,
): number | null {
  const axis = way === "standing" ? 0 : 1;
  let best: number | null = null;
  for (const [a, b] of edges) {
    const from = map.fromRecorded(a);
    const to = from && map.fromRecorded(b);
    if (!from || !to) continue;
    const along = Math.abs(to[1 - axis]! - from[1 - axis]!);
    if (Math.abs(to[axis]! - from[axis]!) > ALONG * along) continue;
    const middle = (from[axis]! + to[axis]!) / 2;
    const off = Math.abs(middle - at);
    if (off <= reach && (best === null || off < Math.abs(best - at))) best = middle;
  }
  return best;
}
