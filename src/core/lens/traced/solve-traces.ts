import type { Size, Vec2 } from "../../geometry";
import { type Fit, biweight, leastSquares, spreadOf } from "../../numerics";
import { turningRadius } from "../brown-conrady";
import { type Trace, type TracedLens, traceResiduals } from "./residuals";

/** How many radial terms are solved for, and whether the distortion centre is. */
export interface Terms {
  readonly radial: 1 | 2 | 3;
  readonly centre: boolean;
}

export interface TracedSolution extends TracedLens {
  readonly terms: Terms;
  /** Standard deviations of k1 … k3 (0 where a term was not solved for) and of the centre, pixels. */
  readonly sigma: { readonly k: readonly number[]; readonly centre: readonly number[] };
  /** Root mean square distance from straight of the samples that count, recorded pixels. */
  readonly rmsPx: number;
  readonly samples: number;
  /** Share of the samples of each trace that counts; the others were covered or strayed. */
  readonly counted: ReadonlyMap<string, number>;
}

/** Deviation below which nothing is believed, pixels. */
const LEAST_SIGMA = 0.01;
/** How much more the data must gain than a term without meaning would: the Bayesian information criterion, doubled. */
const CAUTION = 2;

/** The distortion centre of real lenses lies this near to the middle (half diagonals, one deviation), as if once seen with the noise given (pixels). */
const CENTRE_PRIOR = { sigma: 0.012, noise: 0.3 } as const;

/** A centre further out than this (half diagonals) is no centre; keeps the search where the picture is. */
const FARTHEST_CENTRE = 0.4;

/** Rounds of least absolute deviations before the biweight. */
const L1_ROUNDS = 5;

const LADDER: readonly Terms[] = [
  { radial: 1, centre: false },
  { radial: 2, centre: false },
  { radial: 2, centre: true },
  { radial: 3, centre: true },
];

/** Traces that say something: long enough to have a bow. */
const useful = (traces: readonly Trace[]): Trace[] => traces.filter((t) => t.points.length >= 5);

/**
 * The lens's distortion from traces of straight things: maximum likelihood, robust against samples that strayed.
 * With `terms` null the data decide how many are determined: one more is taken only where it fits the samples better
 * than chance and its own deviation is small against it.
 *
 * @returns null where there is no trace with at least five samples.
 */
export function solveTraces(traces: readonly Trace[], size: Size, terms: Terms | null = null): TracedSolution | null {
  const all = useful(traces);
  if (all.length === 0) return null;
  if (terms) return attempt(all, size, terms);
  let best: TracedSolution | null = null;
  let least = Infinity;
  for (const rung of LADDER) {
    const solution = attempt(all, size, rung);
    if (!solution) continue;
    const parameters = rung.radial + (rung.centre ? 2 : 0);
    const score =
      solution.samples * Math.log(Math.max(LEAST_SIGMA, solution.rmsPx) ** 2) +
      CAUTION * parameters * Math.log(solution.samples);
    if (best === null || (score < least && determined(solution, size))) {
      best = solution;
      least = score;
    }
  }
  return best;
}

/** A solution whose highest term is more than noise, whose centre is known within the picture, and which does not fold it. */
function determined({ k, sigma, terms, centre }: TracedSolution, size: Size): boolean {
  const last = terms.radial - 1;
  if (Math.abs(k[last]!) < 2 * sigma.k[last]!) return false;
  if (turningRadius(k) < 1.1) return false;
  if (!terms.centre) return true;
  const off = Math.hypot(centre[0] - size[0] / 2, centre[1] - size[1] / 2);
  return Math.max(...sigma.centre) < 0.01 * Math.max(...size) && off < 0.1 * Math.max(...size);
}

function attempt(traces: readonly Trace[], size: Size, terms: Terms): TracedSolution | null {
  // Without distortion a centre has no effect, so it is sought only from a lens that is known already.
  const before = terms.centre ? attempt(traces, size, { ...terms, centre: false }) : null;
  if (terms.centre && !before) return null;
  const unit = Math.hypot(size[0], size[1]) / 2;
  const middle: Vec2 = [size[0] / 2, size[1] / 2];
  const lensOf = (v: readonly number[]): TracedLens => ({
    k: [v[0]!, terms.radial > 1 ? v[1]! : 0, terms.radial > 2 ? v[2]! : 0],
    centre: terms.centre ? [v[terms.radial]!, v[terms.radial + 1]!] : middle,
  });
  const start = [...(before?.k ?? [0, 0, 0]).slice(0, terms.radial), ...(terms.centre ? middle : [])];
  const steps = [...[1e-4, 1e-4, 1e-4].slice(0, terms.radial), ...(terms.centre ? [0.5, 0.5] : [])];
  const count = traces.reduce((n, t) => n + t.points.length, 0);
  const weights = new Float64Array(count + 2).fill(1);
  const residualsOf = (v: readonly number[]): Float64Array => {
    const lens = lensOf(v);
    const out = new Float64Array(count + 2);
    if (Math.hypot(lens.centre[0] - middle[0], lens.centre[1] - middle[1]) > FARTHEST_CENTRE * unit)
      return out.fill(1e6);
    const turning = turningRadius(lens.k);
    let at = 0;
    for (const trace of traces) {
      const own = weights.subarray(at, at + trace.points.length);
      out.set(traceResiduals(trace, lens, size, own, turning), at);
      at += trace.points.length;
    }
    out[count] = (CENTRE_PRIOR.noise * (lens.centre[0] - middle[0])) / (CENTRE_PRIOR.sigma * unit);
    out[count + 1] = (CENTRE_PRIOR.noise * (lens.centre[1] - middle[1])) / (CENTRE_PRIOR.sigma * unit);
    return out;
  };
  let fit: Fit;
  let sigma = 0;
  try {
    fit = leastSquares(residualsOf, start, steps, weights, 12);
    for (let round = 0; round < L1_ROUNDS + 6; round++) {
      const seen = fit.residuals.subarray(0, count);
      sigma = Math.max(LEAST_SIGMA, spreadOf(seen));
      // The prior counts against the noise that is there, not against the one first supposed.
      weights.fill((sigma / CENTRE_PRIOR.noise) ** 2, count);
      seen.forEach((r, i) => {
        // First least absolute deviations, which a trace that strays for part of its way cannot bend to itself.
        weights[i] = round < L1_ROUNDS ? 1 / Math.max(1, Math.abs(r) / sigma) : biweight(r / sigma);
      });
      if (!eachHasSome(traces, weights)) return null;
      fit = leastSquares(residualsOf, fit.parameters, steps, weights, 4);
    }
  } catch {
    return null;
  }
  const lens = lensOf(fit.parameters);
  let [kept, squares] = [0, 0];
  fit.residuals.subarray(0, count).forEach((r, i) => {
    if (weights[i]! === 0) return;
    kept++;
    squares += r * r;
  });
  const free = kept - 2 * traces.length - fit.parameters.length;
  if (free < 1) return null;
  const variance = squares / free;
  const deviation = (i: number): number => Math.sqrt(Math.max(0, fit.cofactor[i]![i]!) * variance);
  let at = 0;
  const counted = new Map<string, number>();
  for (const { id, points } of traces) {
    counted.set(id, weights.subarray(at, at + points.length).filter((w) => w > 0).length / points.length);
    at += points.length;
  }
  return {
    ...lens,
    terms,
    sigma: {
      k: [0, 1, 2].map((i) => (i < terms.radial ? deviation(i) : 0)),
      centre: terms.centre ? [deviation(terms.radial), deviation(terms.radial + 1)] : [0, 0],
    },
    rmsPx: Math.sqrt(squares / kept),
    samples: kept,
    counted,
  };
}

function eachHasSome(traces: readonly Trace[], weights: Float64Array): boolean {
  let at = 0;
  return traces.every(({ points }) => {
    const some = weights.subarray(at, at + points.length).some((w) => w > 0);
    at += points.length;
    return some;
  });
}
