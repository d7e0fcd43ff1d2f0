import { SIDES, type EdgesSettings, type Side, choiceFor, gapSide } from "../../edges";
import type { Rect, Size } from "../../geometry";

/** Places looked at along a side of the frame, and steps in which it moves in, as a share of the frame. */
const ALONG = 96;
const CLOSEST = 1 / 4096;
/** A side moves in by no more than this share of the frame; what reaches further is left. */
const MOST = 0.45;

/**
 * A frame that steps in where gaps are to be trimmed: each of its sides moves in, alone, until what lay beyond it of such a gap
 * is gone from its border. Gaps beyond other sides of the photo stay.
 */
export function trimmed(
  rect: Rect,
  edges: EdgesSettings,
  size: Size,
  toRecorded: (x: number, y: number, out: Float64Array) => void,
): Rect {
  const trims = SIDES.filter((side) => choiceFor(edges, side).do === "trim");
  if (trims.length === 0) return rect;
  const out = new Float64Array(3);
  const liesBeyond = (side: Side, x: number, y: number): boolean => {
    toRecorded(x, y, out);
    return out[2]! > 0 && gapSide(size, out[0]!, out[1]!) === side;
  };
  let [x0, y0, x1, y1] = [rect[0], rect[1], rect[0] + rect[2], rect[1] + rect[3]];
  /** How far, 0…MOST of the frame, one side must move in. */
  const moved = (side: Side): number => {
    const clear = (t: number): boolean => {
      for (let i = 0; i <= ALONG; i++) {
        const u = i / ALONG;
        const along: [number, number] =
          side === "left" || side === "right"
            ? [side === "left" ? x0 + t * rect[2] : x1 - t * rect[2], y0 + u * (y1 - y0)]
            : [x0 + u * (x1 - x0), side === "top" ? y0 + t * rect[3] : y1 - t * rect[3]];
        if (liesBeyond(side, ...along)) return false;
      }
      return true;
    };
    if (clear(0)) return 0;
    if (!clear(MOST)) return 0;
    let [low, high] = [0, MOST];
    while (high - low > CLOSEST) {
      const middle = (low + high) / 2;
      if (clear(middle)) high = middle;
      else low = middle;
    }
    return high;
  };
  // The photo's own sides first: a gap beyond its left is trimmed from the left.
  for (const side of trims) {
    const by = moved(side);
    if (side === "left") x0 += by * rect[2];
    if (side === "right") x1 -= by * rect[2];
    if (side === "top") y0 += by * rect[3];
    if (side === "bottom") y1 -= by * rect[3];
  }
  [x0, y0, x1, y1] = [Math.ceil(x0), Math.ceil(y0), Math.floor(x1), Math.floor(y1)];
  return [x0, y0, Math.max(1, x1 - x0), Math.max(1, y1 - y0)];
}
