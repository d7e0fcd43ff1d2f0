import type { Size, Vec2 } from "../../geometry";
import { turningRadius, undistortNormalised } from "../brown-conrady";
import { type FittedLine, fitLine } from "./line-fit";

/** Points along the image of something straight, pixels as recorded. */
export interface Trace {
  readonly id: string;
  readonly points: readonly Vec2[];
}

/** What is solved for: radial terms and the distortion centre, pixels. */
export interface TracedLens {
  readonly k: readonly [number, number, number];
  readonly centre: Vec2;
}

/**
 * How far every point of a trace lies from straight, in recorded pixels: the distance from the line through the
 * undistorted points, carried back through the lens to first order (Sampson), so that a lens which merely shrinks
 * the picture gains nothing (plumb-line method: D. C. Brown, "Close-Range Camera Calibration", 1971).
 */
export const traceResiduals = (
  trace: Trace,
  lens: TracedLens,
  size: Size,
  weights?: ArrayLike<number>,
  turning = turningRadius(lens.k),
): Float64Array => straightened(trace, lens, size, weights, turning).residuals;

/** A trace without its distortion: the line through it, its points about the distortion centre in half diagonals, and what is left over. */
export interface Straightened extends FittedLine {
  readonly xs: Float64Array;
  readonly ys: Float64Array;
  readonly residuals: Float64Array;
}

/** See traceResiduals, which are its residuals; positive to the side of the line's normal. */
export function straightened(
  trace: Trace,
  lens: TracedLens,
  size: Size,
  weights?: ArrayLike<number>,
  turning = turningRadius(lens.k),
): Straightened {
  const unit = Math.hypot(size[0], size[1]) / 2;
  const { points } = trace;
  const n = points.length;
  const xs = new Float64Array(n);
  const ys = new Float64Array(n);
  for (let i = 0; i < n; i++) {
    const x = (points[i]![0] - lens.centre[0]) / unit;
    const y = (points[i]![1] - lens.centre[1]) / unit;
    const recorded = Math.sqrt(x * x + y * y);
    const by = recorded > 0 ? radiusOf(lens.k, recorded, turning) / recorded : 1;
    xs[i] = x * by;
    ys[i] = y * by;
  }
  const { normal, distance } = fitLine(xs, ys, weights);
  const [nx, ny] = normal;
  const [k1, k2, k3] = lens.k;
  const residuals = new Float64Array(n);
  for (let i = 0; i < n; i++) {
    const x = xs[i]!;
    const y = ys[i]!;
    const s = x * x + y * y;
    // The distortion's Jacobian is R + S p pᵀ, and its inverse, being symmetric, carries the normal back.
    const radial = 1 + s * (k1 + s * (k2 + s * k3));
    const slope = 2 * (k1 + s * (2 * k2 + s * 3 * k3));
    const along = (slope * (x * nx + y * ny)) / (radial + slope * s);
    const gx = (nx - along * x) / radial;
    const gy = (ny - along * y) / radial;
    const gain = Math.sqrt(gx * gx + gy * gy);
    residuals[i] = gain > 1e-9 ? ((nx * x + ny * y - distance) / gain) * unit : 1e3;
  }
  return { xs, ys, normal, distance, residuals };
}

/** Recorded → ideal radius by a few plain Newton steps, and with care where those do not arrive. */
function radiusOf(k: TracedLens["k"], recorded: number, turning: number): number {
  let r = recorded;
  for (let i = 0; i < 8; i++) {
    const s = r * r;
    const step =
      (r * (1 + s * (k[0] + s * (k[1] + s * k[2]))) - recorded) / (1 + s * (3 * k[0] + s * (5 * k[1] + s * 7 * k[2])));
    r -= step;
    if (step < 1e-13 && step > -1e-13) {
      if (r > 0 && r <= turning) return r;
      break;
    }
  }
  return undistortNormalised({ k, p: [0, 0] }, recorded, 0, turning)[0];
}

/** Greatest distance of the points from the chord between the trace's ends, pixels; the bow as people see it. */
export function bowOfTrace(points: readonly Vec2[]): number {
  const [a, b] = [points[0]!, points[points.length - 1]!];
  const [dx, dy] = [b[0] - a[0], b[1] - a[1]];
  const length = Math.hypot(dx, dy);
  if (length === 0) return 0;
  // The middle of five neighbours, so that one stray sample is not taken for a bow.
  const off = points.map((p) => ((p[0] - a[0]) * dy - (p[1] - a[1]) * dx) / length);
  let most = 0;
  for (let i = 2; i < off.length - 2; i++) {
    const middle = [...off.slice(i - 2, i + 3)].sort((p, q) => p - q)[2]!;
    if (Math.abs(middle) > Math.abs(most)) most = middle;
  }
  return off.length < 5 ? Math.max(...off.map(Math.abs)) : Math.abs(most);
}
