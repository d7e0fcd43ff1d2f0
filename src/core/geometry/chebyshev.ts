import type { Vec2 } from "./vec";

/** A closed polygon as two flat arrays, for loops that run over it thousands of times. */
export interface Border {
  readonly x: Float64Array;
  readonly y: Float64Array;
}

export const borderOf = (polygon: readonly Vec2[], squeezeX = 1): Border => ({
  x: Float64Array.from(polygon, (p) => p[0] / squeezeX),
  y: Float64Array.from(polygon, (p) => p[1]),
});

/**
 * Chebyshev (L∞) distance from the origin to the segment a → a + d: half the side of the largest
 * axis-parallel square about the origin whose inside the segment does not enter.
 *
 * max(|x|, |y|) along the segment is convex and piecewise linear, so its minimum
 * lies at an end or where x = 0, y = 0, x = y or x = −y.
 */
export function chebyshevToSegment(ax: number, ay: number, dx: number, dy: number): number {
  let best = Math.min(Math.max(Math.abs(ax), Math.abs(ay)), Math.max(Math.abs(ax + dx), Math.abs(ay + dy)));
  for (let k = 0; k < 4; k++) {
    const t = k === 0 ? -ax / dx : k === 1 ? -ay / dy : k === 2 ? (ay - ax) / (dx - dy) : -(ay + ax) / (dx + dy);
    // Written so that a division by zero, infinite or not a number, is passed over.
    if (!(t > 0 && t < 1)) continue;
    const v = Math.max(Math.abs(ax + t * dx), Math.abs(ay + t * dy));
    if (v < best) best = v;
  }
  return best;
}

/** Chebyshev distance from a point to the border, in its units; negative when the point lies outside. */
export function signedChebyshev({ x, y }: Border, px: number, py: number): number {
  let best = Infinity;
  let inside = false;
  const n = x.length;
  for (let i = 0, j = n - 1; i < n; j = i++) {
    const ax = x[j]! - px;
    const ay = y[j]! - py;
    const bx = x[i]! - px;
    const by = y[i]! - py;
    if (ay > 0 !== by > 0 && ax - (ay * (bx - ax)) / (by - ay) > 0) inside = !inside;
    // The box around the segment is nearer than the segment itself: a cheap way out.
    const gapX = ax < bx ? (ax > 0 ? ax : -bx) : bx > 0 ? bx : -ax;
    const gapY = ay < by ? (ay > 0 ? ay : -by) : by > 0 ? by : -ay;
    if (gapX >= best || gapY >= best) continue;
    const d = chebyshevToSegment(ax, ay, bx - ax, by - ay);
    if (d < best) best = d;
  }
  return inside ? best : -best;
}
