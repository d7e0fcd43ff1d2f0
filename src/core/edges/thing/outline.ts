import type { Vec2 } from "../../geometry";

/**
 * The outline of the largest part of a mask: its corners, pixels, each side of a pixel followed with the mask to its right, so that
 * it encloses what it outlines; then without the corners that lie near the line between others (Douglas and Peucker 1973).
 *
 * @param most corners at most. @returns no corners where the mask is empty.
 */
export function outlineOf(mask: Uint8Array, width: number, height: number, most: number): Vec2[] {
  const at = (x: number, y: number): number => (x >= 0 && y >= 0 && x < width && y < height ? mask[y * width + x]! : 0);
  const seen = new Uint8Array(mask.length);
  let best: Vec2[] = [];
  for (let i = 0; i < mask.length; i++) {
    const [x, y] = [i % width, (i / width) | 0];
    // A top side that was not followed yet begins an outline, be it an outer one or a hole's.
    if (!mask[i] || seen[i] || at(x, y - 1)) continue;
    const outline = followed(at, seen, width, x, y);
    if (areaOf(outline) > areaOf(best)) best = outline;
  }
  for (let tolerance = 0.75; ; tolerance *= 1.3) {
    const simple = simplified(best, tolerance);
    if (simple.length <= most) return simple;
  }
}

const DIRECTIONS = [
  [1, 0],
  [0, 1],
  [-1, 0],
  [0, -1],
] as const;

/** Follows the sides of pixels from the top left corner of one, the mask to the right. */
function followed(
  at: (x: number, y: number) => number,
  seen: Uint8Array,
  width: number,
  x0: number,
  y0: number,
): Vec2[] {
  const points: Vec2[] = [];
  let [x, y, d] = [x0, y0, 0];
  do {
    points.push([x, y]);
    if (d === 0) seen[y * width + x] = 1;
    const [dx, dy] = DIRECTIONS[d]!;
    [x, y] = [x + dx, y + dy];
    d = turned(at, x, y, d);
  } while (x !== x0 || y !== y0 || d !== 0);
  return points;
}

/** The direction from a corner on: to the left where that side has the mask too, on, or to the right. */
function turned(at: (x: number, y: number) => number, x: number, y: number, d: number): number {
  for (const turn of [3, 0, 1]) {
    const next = (d + turn) % 4;
    if (isSide(at, x, y, next)) return next;
  }
  return (d + 2) % 4;
}

/** Whether the side that leaves a corner has the mask to its right and none to its left. */
function isSide(at: (x: number, y: number) => number, x: number, y: number, d: number): boolean {
  const right = [at(x, y), at(x - 1, y), at(x - 1, y - 1), at(x, y - 1)][d]!;
  const left = [at(x, y - 1), at(x, y), at(x - 1, y), at(x - 1, y - 1)][d]!;
  return right === 1 && left === 0;
}

function areaOf(points: readonly Vec2[]): number {
  let sum = 0;
  points.forEach(([x, y], i) => {
    const [bx, by] = points[(i + 1) % points.length]!;
    sum += x * by - bx * y;
  });
  return sum / 2;
}

/** A closed outline without corners nearer than this to the lines that stay. */
function simplified(points: readonly Vec2[], tolerance: number): Vec2[] {
  if (points.length < 4) return [...points];
  // Between the first corner and the one furthest from it.
  const [x0, y0] = points[0]!;
  let far = 0;
  points.forEach(([x, y], i) => {
    const [fx, fy] = points[far]!;
    if (Math.hypot(x - x0, y - y0) > Math.hypot(fx - x0, fy - y0)) far = i;
  });
  const half = thin([...points.slice(0, far + 1)], tolerance);
  const other = thin([...points.slice(far), points[0]!], tolerance);
  return [...half.slice(0, -1), ...other.slice(0, -1)];
}

function thin(points: Vec2[], tolerance: number): Vec2[] {
  const keep = new Uint8Array(points.length);
  keep[0] = keep[points.length - 1] = 1;
  const open: [number, number][] = [[0, points.length - 1]];
  for (let part = open.pop(); part; part = open.pop()) {
    const [a, b] = part;
    const [[ax, ay], [bx, by]] = [points[a]!, points[b]!];
    const long = Math.hypot(bx - ax, by - ay);
    let [worst, at] = [tolerance, -1];
    for (let i = a + 1; i < b; i++) {
      const [x, y] = points[i]!;
      const off = long > 0 ? Math.abs((x - ax) * (by - ay) - (y - ay) * (bx - ax)) / long : Math.hypot(x - ax, y - ay);
      if (off > worst) [worst, at] = [off, i];
    }
    if (at < 0) continue;
    keep[at] = 1;
    open.push([a, at], [at, b]);
  }
  return points.filter((_, i) => keep[i]);
}
