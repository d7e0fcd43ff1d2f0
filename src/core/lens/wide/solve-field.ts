import { type Size, type Vec2, type Vec3, dot3, unit3 } from "../../geometry";
import { biweight, invertSymmetric, spreadOf } from "../../numerics";
import type { LensModel } from "../lens";
import { makeLens } from "../make-lens";
import { FIELDS, fieldOfView, focalOfField } from "./field-of-view";

/** A field of view as straight things tell it. */
export interface SolvedField {
  readonly focalPx: number;
  /** Degrees across, and its deviation. */
  readonly field: number;
  readonly sigma: number;
  /** Robust deviation of places from straight, recorded pixels. */
  readonly missPx: number;
}

/** Fields tried first, evenly in their logarithm. */
const TRIES = 48;
/** Steps that close in on the best. */
const STEPS = 40;
/** Traces of fewer places tell nothing. */
const FEWEST = 4;
/** A step for the second derivative, of the logarithm of the focal length. */
const CURVE = 1e-3;
/** A field that is not known better than this share of itself is not told. */
const HOPELESS = 0.1;

/** The normal of the plane through the camera in which rays lie best: the least eigenvector of Σ r rᵀ, by inverse iteration. */
function planeThrough(rays: readonly Vec3[], weights: readonly number[]): Vec3 {
  const a = [0, 1, 2].map((i) => [0, 1, 2].map((j) => rays.reduce((s, r, k) => s + weights[k]! * r[i]! * r[j]!, 0)));
  const ridge = 1e-12 * (a[0]![0]! + a[1]![1]! + a[2]![2]!);
  const inverse = invertSymmetric(a.map((row, i) => row.map((v, j) => (i === j ? v + ridge : v))));
  if (!inverse) return [0, 1, 0];
  let n: Vec3 = unit3([0.3, 0.8, 0.5]);
  for (let k = 0; k < 12; k++)
    n = unit3([0, 1, 2].map((i) => dot3(inverse[i] as unknown as Vec3, n)) as unknown as Vec3);
  return n;
}

/** How far traced places are from straight under a focal length, recorded pixels. */
function missesUnder(
  model: LensModel,
  focalPx: number,
  size: Size,
  centre: Vec2,
  traces: readonly (readonly Vec2[])[],
): number[] {
  const { wide } = makeLens(size, { model, focalPx, centre, k: [0, 0, 0], p: [0, 0], amount: 1 });
  return traces.flatMap((trace) => {
    const rays = trace.map((p) => unit3(wide!.ray(p)));
    let weights = rays.map(() => 1);
    let off: number[] = [];
    for (let round = 0; round < 3; round++) {
      const n = planeThrough(rays, weights);
      off = rays.map((r) => focalPx * Math.asin(Math.max(-1, Math.min(1, dot3(r, n)))));
      const spread = Math.max(0.05, spreadOf(off));
      weights = off.map((o) => Math.max(1e-3, biweight(o / spread)));
    }
    return off;
  });
}

/**
 * The field of view under which traced things that are straight in reality are straight: for a cylinder, a sphere or a fisheye, whose
 * pixels to a radian say how far round it goes. The deviation is that of least squares, for independent places.
 *
 * @param traces places along each, recorded pixels. @param centre where the axis meets the picture.
 * @returns null where nothing that was traced tells it.
 */
export function solveField(
  traces: readonly (readonly Vec2[])[],
  model: Exclude<LensModel, "brown-conrady">,
  size: Size,
  centre: Vec2,
): SolvedField | null {
  const long = traces.filter((t) => t.length >= FEWEST);
  if (long.length === 0) return null;
  const [least, most] = FIELDS[model].map((f) => Math.log(focalOfField(model, f, size[0]))).sort((a, b) => a - b) as [
    number,
    number,
  ];
  const misses = (log: number): number[] => missesUnder(model, Math.exp(log), size, centre, long);
  // Beyond three pixels it matters little how far off a place is: it does not belong to its trace.
  const costOf = (log: number): number => misses(log).reduce((s, m) => s + Math.min(9, m * m) + 1e-3 * Math.abs(m), 0);
  const width = (most - least) / TRIES;
  const tried = Array.from({ length: TRIES + 1 }, (_, i) => least + i * width).map((log) => ({
    log,
    cost: costOf(log),
  }));
  const best = tried.reduce((a, b) => (b.cost < a.cost ? b : a));
  let [low, high] = [Math.max(least, best.log - width), Math.min(most, best.log + width)];
  const golden = (Math.sqrt(5) - 1) / 2;
  for (let n = 0; n < STEPS; n++) {
    const [a, b] = [high - golden * (high - low), low + golden * (high - low)];
    if (costOf(a) < costOf(b)) high = b;
    else low = a;
  }
  const log = (low + high) / 2;
  const [before, here, after] = [misses(log - CURVE), misses(log), misses(log + CURVE)];
  // Every trace's plane takes two numbers of its places.
  const free = Math.max(1, here.length - 2 * long.length - 1);
  const missPx = Math.max(0.02, spreadOf(here) * Math.sqrt(here.length / free));
  // Gauss–Newton's information on the logarithm of the focal length.
  const told = here.reduce((s, m, i) => {
    const slope = (after[i]! - before[i]!) / (2 * CURVE);
    return Math.abs(m) < 3 + 3 * missPx ? s + slope * slope : s;
  }, 0);
  const relative = missPx / Math.sqrt(told);
  if (!(relative < HOPELESS) || log - least < width / 2 || most - log < width / 2) return null;
  const focalPx = Math.exp(log);
  const field = fieldOfView(model, focalPx, size[0]);
  return { focalPx, field, sigma: relative * field, missPx };
}
