import { invertSymmetric, solveSymmetric } from "../../numerics";
import type { WallPlace } from "./on-wall";

/** A level shape on a wall as its marks tell it, in distances to the wall. */
export interface MeasuredShape {
  readonly width: number;
  readonly height: number;
  /** Covariance of the logarithms of width and height for one pixel of noise: ww, wh, hh. */
  readonly covariance: readonly [number, number, number];
  /** Sum of the misses' squares, in pixels of noise, and how many are independent. */
  readonly misfit: number;
  readonly freedom: number;
}

/** Inverse of a place's covariance. */
function weightOf({ covariance: [xx, xy, yy] }: WallPlace): readonly [number, number, number] {
  const det = xx * yy - xy * xy;
  return [yy / det, -xy / det, xx / det];
}

/**
 * The level rectangle nearest to four corners (top left, top right, bottom right, bottom left): maximum likelihood for
 * round noise on the recorded corners, linear in its four sides.
 *
 * @returns null where it has no width or height.
 */
export function levelRectangle(corners: readonly WallPlace[]): MeasuredShape | null {
  // Unknowns: left, right, top, bottom.
  const sides = [
    [0, 2],
    [1, 2],
    [1, 3],
    [0, 3],
  ] as const;
  const a = Array.from({ length: 4 }, () => [0, 0, 0, 0]);
  const b = [0, 0, 0, 0];
  corners.forEach((corner, n) => {
    const [wxx, wxy, wyy] = weightOf(corner);
    const [i, j] = sides[n]!;
    a[i]![i]! += wxx;
    a[j]![j]! += wyy;
    a[i]![j]! += wxy;
    a[j]![i]! += wxy;
    b[i]! += wxx * corner.at[0] + wxy * corner.at[1];
    b[j]! += wxy * corner.at[0] + wyy * corner.at[1];
  });
  const found = solveSymmetric(a, b);
  const inverse = invertSymmetric(a);
  if (!found || !inverse) return null;
  const [left, right, top, bottom] = found as [number, number, number, number];
  const [width, height] = [right - left, bottom - top];
  if (!(width > 0 && height > 0)) return null;
  const misfit = corners.reduce((sum, corner, n) => {
    const [i, j] = sides[n]!;
    const [dx, dy] = [corner.at[0] - found[i]!, corner.at[1] - found[j]!];
    const [wxx, wxy, wyy] = weightOf(corner);
    return sum + wxx * dx * dx + 2 * wxy * dx * dy + wyy * dy * dy;
  }, 0);
  const c = inverse;
  const ww = (c[0]![0]! - 2 * c[0]![1]! + c[1]![1]!) / width ** 2;
  const hh = (c[2]![2]! - 2 * c[2]![3]! + c[3]![3]!) / height ** 2;
  const wh = (c[0]![2]! - c[0]![3]! - c[1]![2]! + c[1]![3]!) / (width * height);
  return { width, height, covariance: [ww, wh, hh], misfit, freedom: 4 };
}

const ROUNDS = 30;

/**
 * The level ellipse nearest to places along its edge: Gauss–Newton on each place's miss across the edge in its own
 * deviation (the first-order distance of P. Sampson, 1982).
 *
 * @returns null where the places tell none.
 */
export function levelEllipse(places: readonly WallPlace[]): MeasuredShape | null {
  const [xs, ys] = [places.map((p) => p.at[0]), places.map((p) => p.at[1])];
  const middle = (v: readonly number[]): number => (Math.min(...v) + Math.max(...v)) / 2;
  const half = (v: readonly number[]): number => (Math.max(...v) - Math.min(...v)) / 2;
  let [cx, cy, la, lb] = [middle(xs), middle(ys), Math.log(half(xs)), Math.log(half(ys))];
  let normal: number[][] = [];
  let misfit = 0;
  for (let round = 0; round < ROUNDS; round++) {
    const [a, b] = [Math.exp(la), Math.exp(lb)];
    if (![cx, cy, a, b].every(Number.isFinite)) return null;
    normal = Array.from({ length: 4 }, () => [0, 0, 0, 0]);
    const right = [0, 0, 0, 0];
    misfit = 0;
    for (const { at, covariance } of places) {
      const [u, v] = [(at[0] - cx) / a, (at[1] - cy) / b];
      const miss = u * u + v * v - 1;
      const [gx, gy] = [(2 * u) / a, (2 * v) / b];
      const variance = gx * gx * covariance[0] + 2 * gx * gy * covariance[1] + gy * gy * covariance[2];
      if (!(variance > 0)) return null;
      const row = [-gx, -gy, -2 * u * u, -2 * v * v];
      misfit += (miss * miss) / variance;
      row.forEach((r, i) => {
        right[i]! -= (r * miss) / variance;
        row.forEach((s, j) => (normal[i]![j]! += (r * s) / variance));
      });
    }
    const step = solveSymmetric(normal, right);
    if (!step) return null;
    cx += step[0]!;
    cy += step[1]!;
    la += step[2]!;
    lb += step[3]!;
    if (Math.abs(step[0]!) + Math.abs(step[1]!) < 1e-12 * a && Math.abs(step[2]!) + Math.abs(step[3]!) < 1e-12) break;
  }
  const c = invertSymmetric(normal);
  if (!c) return null;
  return {
    width: 2 * Math.exp(la),
    height: 2 * Math.exp(lb),
    covariance: [c[2]![2]!, c[2]![3]!, c[3]![3]!],
    misfit,
    freedom: places.length - 4,
  };
}
