import type { Vec2 } from "../../geometry";
import type { OutputMap } from "./compile";

/** By what a part of a band is crossed: nothing, breaks that are rather standing, rather level ones, or both. */
export const CROSSED = { not: 0, standing: 1, level: 2, both: 3 } as const;

/** By which breaks a part of a band is crossed (CROSSED): first pixel and size, pixels counted from the band's first row. */
export type CrossedBy = (x: number, y: number, w: number, h: number) => number;

/**
 * The breaks of a map that cross a band of its output; null where there are none, as nearly always.
 *
 * @param y first row of the band. @param rows of it.
 */
export function breaksAcross({ breaks, frame, output }: OutputMap, y: number, rows: number): CrossedBy | null {
  if (!breaks || breaks.length === 0) return null;
  const [fx, fy, fw, fh] = frame;
  // Where the centre of a pixel lies on a whole number.
  const inBand = ([px, py]: Vec2): Vec2 => [((px - fx) * output[0]) / fw - 0.5, ((py - fy) * output[1]) / fh - 0.5 - y];
  const lines = breaks
    .map(([from, to]) => [inBand(from), inBand(to)] as const)
    .filter(([from, to]) => crosses(from, to, 0, 0, output[0], rows));
  if (lines.length === 0) return null;
  const ways = lines.map(([[x0, y0], [x1, y1]]) =>
    Math.abs(y1 - y0) > Math.abs(x1 - x0) ? CROSSED.standing : CROSSED.level,
  );
  return (x, top, w, h) => {
    let by: number = CROSSED.not;
    for (let i = 0; i < lines.length; i++)
      if ((by & ways[i]!) === 0 && crosses(lines[i]![0], lines[i]![1], x, top, w, h)) by |= ways[i]!;
    return by;
  };
}

/** Whether a line between two places crosses a rectangle: Liang and Barsky (1984), "A new concept and method for line clipping". */
function crosses(from: Vec2, to: Vec2, x: number, y: number, w: number, h: number): boolean {
  const [dx, dy] = [to[0] - from[0], to[1] - from[1]];
  let [first, last] = [0, 1];
  for (const [p, q] of [
    [-dx, from[0] - x],
    [dx, x + w - from[0]],
    [-dy, from[1] - y],
    [dy, y + h - from[1]],
  ] as const) {
    if (p === 0) {
      if (q < 0) return false;
    } else if (p < 0) first = Math.max(first, q / p);
    else last = Math.min(last, q / p);
    if (first > last) return false;
  }
  return true;
}
