import type { Size, Vec2 } from "../../geometry";
import { leastSquares } from "../../numerics";
import { distortNormalised } from "../brown-conrady";
import type { SeenChart } from "./find";
import { homographyOf } from "./homography";
import { poseOf, rotated } from "./pose";

/** A camera measured from pictures of a chart. Pixels; k and p for r in half diagonals about `centre`. */
export interface Calibration {
  readonly size: Size;
  readonly focalPx: number;
  /** Principal point and distortion centre, taken to be one. */
  readonly centre: Vec2;
  readonly k: readonly [number, number, number];
  readonly p: readonly [number, number];
  readonly rmsPx: number;
  /** Standard deviation of the focal length, pixels. */
  readonly sigmaFocalPx: number;
  readonly views: readonly CalibratedView[];
}

export interface CalibratedView {
  readonly rmsPx: number;
  /** Corner by corner: where it was seen, and by how much it misses; null where it was not found or does not count. */
  readonly residuals: readonly ({ readonly at: Vec2; readonly miss: Vec2 } | null)[];
}

interface View {
  readonly plane: Vec2[];
  readonly seen: Vec2[];
  /** Number of each corner in its chart. */
  readonly numbers: number[];
}

/** What is known of lenses before any is measured, as deviations, so that a term the corners say nothing about stays small. */
const PRIOR = { k: [0.4, 0.08, 0.02], p: 0.01, centre: 0.05, noise: 0.25 } as const;
const FIXED = 8;

/**
 * Full calibration from charts: closed-form start (Z. Zhang, "A flexible new technique for camera calibration", IEEE
 * PAMI 22, 2000), then maximum likelihood over focal length, centre, k1–k3, p1, p2 and every pose.
 *
 * @throws RangeError with a sentence when the pictures cannot determine the camera.
 */
export function calibrate(charts: readonly SeenChart[], size: Size): Calibration {
  let views = charts.map(viewOf);
  if (views.length === 0) throw new RangeError("There is no picture of a chart to measure from.");
  if (views.some((v) => v.seen.length < 12))
    throw new RangeError("A picture shows fewer than twelve corners of its chart.");
  let fit = bestFit(views, size);
  // Corners that miss by far more than the others were not corners.
  const misses = missesOf(views, fit, size);
  const all = misses
    .flat()
    .map((m) => Math.hypot(...m))
    .sort((a, b) => a - b);
  const limit = Math.max(5 * all[all.length >> 1]!, 0.5);
  if (all[all.length - 1]! > limit) {
    views = views.map((v, i) => only(v, (n) => Math.hypot(...misses[i]![n]!) <= limit));
    fit = solveFrom(views, size, fit);
  }
  return report(views, charts, fit, size);
}

function viewOf({ columns, rows, corners }: SeenChart): View {
  const view: View = { plane: [], seen: [], numbers: [] };
  corners.forEach((c, n) => {
    if (!c) return;
    view.plane.push([(n % columns) - (columns - 1) / 2, Math.floor(n / columns) - (rows - 1) / 2]);
    view.seen.push(c);
    view.numbers.push(n);
  });
  return view;
}

const only = (v: View, keep: (n: number) => boolean): View => ({
  plane: v.plane.filter((_, n) => keep(n)),
  seen: v.seen.filter((_, n) => keep(n)),
  numbers: v.numbers.filter((_, n) => keep(n)),
});

/** Parameters: log of the focal length in half diagonals, centre off the middle in half diagonals, k1–k3, p1, p2; then six a view. */
function project(v: readonly number[], pose: number, [px, py]: Vec2, size: Size, unit: number): Vec2 {
  const [x, y, z] = rotated([v[pose]!, v[pose + 1]!, v[pose + 2]!], [px, py, 0]);
  const depth = z + v[pose + 5]!;
  const f = Math.exp(v[0]!);
  const w = depth > 1e-6 ? depth : 1e-6;
  const [dx, dy] = distortNormalised(
    { k: [v[3]!, v[4]!, v[5]!], p: [v[6]!, v[7]!] },
    (f * (x + v[pose + 3]!)) / w,
    (f * (y + v[pose + 4]!)) / w,
  );
  return [size[0] / 2 + (v[1]! + dx) * unit, size[1] / 2 + (v[2]! + dy) * unit];
}

interface Fitted {
  readonly v: readonly number[];
  readonly cost: number;
  readonly sigmaLogFocal: number;
}

function bestFit(views: readonly View[], size: Size): Fitted {
  const unit = Math.hypot(size[0], size[1]) / 2;
  const homographies = views.map((v) =>
    homographyOf(
      v.plane,
      v.seen.map((p): Vec2 => [(p[0] - size[0] / 2) / unit, (p[1] - size[1] / 2) / unit]),
    ),
  );
  const closed = closedFocal(homographies);
  const starts = [...(closed ? [closed] : []), 0.8, 1.2, 2];
  let best: Fitted | null = null;
  for (const focal of starts) {
    const poses = homographies.flatMap((h) => poseOf(h, focal));
    const fit = solveFrom(views, size, {
      v: [Math.log(focal), 0, 0, 0, 0, 0, 0, 0, ...poses],
      cost: Infinity,
      sigmaLogFocal: 0,
    });
    if (Number.isFinite(fit.cost) && (!best || fit.cost < best.cost * (1 - 1e-6))) best = fit;
  }
  if (!best)
    throw new RangeError("The pictures of the chart do not determine the camera; take some from other angles.");
  return best;
}

/** Focal length, half diagonals, from the two conditions each homography sets; null where they do not. */
function closedFocal(homographies: readonly number[][]): number | null {
  let [top, bottom] = [0, 0];
  for (const h of homographies) {
    const [a, b] = [
      [h[0]!, h[3]!, h[6]!],
      [h[1]!, h[4]!, h[7]!],
    ] as const;
    // With ω = diag(q, q, 1), q = 1 / f²: aᵀωb = 0 and aᵀωa = bᵀωb.
    const pairs = [
      [a[0]! * b[0]! + a[1]! * b[1]!, -a[2]! * b[2]!],
      [a[0]! * a[0]! + a[1]! * a[1]! - b[0]! * b[0]! - b[1]! * b[1]!, b[2]! * b[2]! - a[2]! * a[2]!],
    ] as const;
    for (const [c, d] of pairs) {
      top += c * d;
      bottom += c * c;
    }
  }
  const q = top / bottom;
  return q > 0.02 && q < 25 ? 1 / Math.sqrt(q) : null;
}

function solveFrom(views: readonly View[], size: Size, from: Fitted): Fitted {
  const unit = Math.hypot(size[0], size[1]) / 2;
  const count = views.reduce((n, v) => n + 2 * v.seen.length, 0) + 7;
  const residualsOf = (v: readonly number[]): Float64Array => {
    const out = new Float64Array(count);
    let at = 0;
    views.forEach((view, i) => {
      const pose = FIXED + 6 * i;
      for (let n = 0; n < view.seen.length; n++) {
        const [x, y] = project(v, pose, view.plane[n]!, size, unit);
        out[at++] = x - view.seen[n]![0];
        out[at++] = y - view.seen[n]![1];
      }
    });
    for (let i = 0; i < 3; i++) out[at++] = (PRIOR.noise * v[3 + i]!) / PRIOR.k[i]!;
    for (let i = 0; i < 2; i++) out[at++] = (PRIOR.noise * v[6 + i]!) / PRIOR.p;
    for (let i = 0; i < 2; i++) out[at++] = (PRIOR.noise * v[1 + i]!) / PRIOR.centre;
    for (let i = 0; i < count; i++) if (!Number.isFinite(out[i]!)) out[i] = 1e6;
    return out;
  };
  const steps = [
    1e-4,
    1e-5,
    1e-5,
    1e-4,
    1e-4,
    1e-4,
    1e-5,
    1e-5,
    ...views.flatMap(() => [1e-5, 1e-5, 1e-5, 1e-4, 1e-4, 1e-4]),
  ];
  try {
    const fit = leastSquares(residualsOf, from.v, steps, new Float64Array(count).fill(1), 60);
    const cost = fit.residuals.reduce((s, r) => s + r * r, 0);
    const variance = cost / Math.max(1, count - fit.parameters.length);
    return { v: fit.parameters, cost, sigmaLogFocal: Math.sqrt(Math.max(0, fit.cofactor[0]![0]!) * variance) };
  } catch {
    return { ...from, cost: Infinity };
  }
}

function missesOf(views: readonly View[], { v }: Fitted, size: Size): Vec2[][] {
  const unit = Math.hypot(size[0], size[1]) / 2;
  return views.map((view, i) =>
    view.seen.map((s, n): Vec2 => {
      const [x, y] = project(v, FIXED + 6 * i, view.plane[n]!, size, unit);
      return [x - s[0], y - s[1]];
    }),
  );
}

const rms = (misses: readonly Vec2[]): number =>
  Math.sqrt(misses.reduce((s, m) => s + m[0] ** 2 + m[1] ** 2, 0) / Math.max(1, misses.length));

function report(views: readonly View[], charts: readonly SeenChart[], fit: Fitted, size: Size): Calibration {
  const unit = Math.hypot(size[0], size[1]) / 2;
  const { v } = fit;
  const misses = missesOf(views, fit, size);
  const focalPx = Math.exp(v[0]!) * unit;
  return {
    size,
    focalPx,
    centre: [size[0] / 2 + v[1]! * unit, size[1] / 2 + v[2]! * unit],
    k: [v[3]!, v[4]!, v[5]!],
    p: [v[6]!, v[7]!],
    rmsPx: rms(misses.flat()),
    sigmaFocalPx: fit.sigmaLogFocal * focalPx,
    views: views.map((view, i) => ({
      rmsPx: rms(misses[i]!),
      residuals: charts[i]!.corners.map((_, number) => {
        const n = view.numbers.indexOf(number);
        return n < 0 ? null : { at: view.seen[n]!, miss: misses[i]![n]! };
      }),
    })),
  };
}
