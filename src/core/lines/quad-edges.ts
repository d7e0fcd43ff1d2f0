import { type Vec2, lerp2 } from "../geometry";
import { type Lens, lensTowards } from "../lens";
import { cling } from "./cling";
import type { Luminance } from "./luminance";

/** A side is looked for along this part of itself: beside its corners other edges begin. */
const INSET = 0.06;
/** A corner that would move further than this share of the shorter side was not meant. */
const MOST_MOVE = 0.2;

/** Where two lines through pairs of places cross; null where they are parallel. */
function crossing([a, b]: readonly [Vec2, Vec2], [c, d]: readonly [Vec2, Vec2]): Vec2 | null {
  const [rx, ry, sx, sy] = [b[0] - a[0], b[1] - a[1], d[0] - c[0], d[1] - c[1]];
  const det = rx * sy - ry * sx;
  if (Math.abs(det) < 1e-6 * Math.hypot(rx, ry) * Math.hypot(sx, sy)) return null;
  const t = ((c[0] - a[0]) * sy - (c[1] - a[1]) * sx) / det;
  return [a[0] + t * rx, a[1] + t * ry];
}

/**
 * Four corners whose sides are settled on the image edges beside them; a side without an edge stays as it was drawn.
 *
 * @param corners recorded pixels, one after the other. @param reach how much coarser than one pixel the hand was, as a factor.
 * @returns null where no side has an edge.
 */
export function quadEdges(image: Luminance, whole: Lens, corners: readonly Vec2[], reach = 1): Vec2[] | null {
  const lens = lensTowards(whole, lerp2(corners[0]!, corners[2]!, 0.5));
  const ideal = corners.map((c) => lens.undistort(c));
  const next = (i: number): number => (i + 1) % 4;
  let found = 0;
  const sides = corners.map((_, i): readonly [Vec2, Vec2] => {
    const side = [ideal[i]!, ideal[next(i)]!] as const;
    const part = [lerp2(...side, INSET), lerp2(...side, 1 - INSET)].map((p) => lens.distort(p)) as [Vec2, Vec2];
    const edge = cling(image, lens, part, reach);
    if (!edge) return side;
    found++;
    return [lens.undistort(edge.ends[0]), lens.undistort(edge.ends[1])];
  });
  if (found === 0) return null;
  const lengths = sides.map(([a, b]) => Math.hypot(b[0] - a[0], b[1] - a[1]));
  const most = MOST_MOVE * Math.min(...lengths);
  return ideal.map((corner, i) => {
    const at = crossing(sides[(i + 3) % 4]!, sides[i]!);
    return lens.distort(at && Math.hypot(at[0] - corner[0], at[1] - corner[1]) <= most ? at : corner);
  });
}
