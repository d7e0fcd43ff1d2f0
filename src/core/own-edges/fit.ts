import { type Here, dampedLeastSquares, invertSymmetric } from "../numerics";
import { type Assignment, assignmentAt, byChance, wallsOf } from "./assignment";
import { chargeOf } from "./charge";
import { type OwnUnknowns, vanishingPoints } from "./directions";
import { EdgeShape, MOST_LENS } from "./edge-shape";
import { type FlatEdges, idealNodes } from "./own-edge";
import type { OwnPriors } from "./priors";

export interface OwnFit {
  readonly unknowns: OwnUnknowns;
  /** Of each edge: −1 plumb, the index of its wall, or null: it only has to be straight. */
  readonly assigned: readonly (number | null)[];
  /** Sum over all edges of what they speak against it; edges that belong nowhere at a fixed price. */
  readonly cost: number;
  /** Covariance of (k…, centre if solved for, log focal, pitch, roll, headings…), degrees where angles; null where singular. */
  readonly covariance: readonly (readonly number[])[] | null;
  /** By how much slopes scatter more than their own deviations say, at least 1. */
  readonly scale: number;
  /** How many edges would belong to these directions by chance, were all of them strewn about. */
  readonly chance: number;
}

/** How far directions reach in each round, tangent: wide at first, so that a poor start is led home. */
const REACHES = [0.02, 0.012, 0.006, 0.003, 0.001, 0, 0, 0, 0, 0];
export const ROUGH_REACHES = REACHES.slice(0, 4);
/** From where a rough fit has led. */
export const FINE_REACHES = [0.005, 0.0015, 0, 0, 0, 0];
/** Steeper unknowns than these are no camera, nor are focal lengths beyond these, half diagonals. */
const MOST_PITCH = 62;
const FOCALS = [0.35, 9] as const;

const isCamera = ({ pitch, logFocal }: OwnUnknowns): boolean =>
  Math.abs(pitch) < MOST_PITCH && logFocal > Math.log(FOCALS[0]) && logFocal < Math.log(FOCALS[1]);

interface Place extends Here<OwnUnknowns> {
  readonly headings: number;
}

/**
 * The most likely lens, focal length and attitude for edges, each of which belongs to a direction or only is straight,
 * and may be false: iteratively reweighted least squares, Tukey's biweight for slopes and bows apart, the assignment made
 * anew in every round.
 *
 * @param start its terms tell how many are solved for. @param reaches of the directions, tangent, one a round.
 * @param known whether a place come to after a round is one that has been gone on from already: then there is no going on.
 */
export function fitOwnEdges(
  edges: FlatEdges,
  start: OwnUnknowns,
  priors: OwnPriors,
  reaches: readonly number[] = REACHES,
  known: (u: OwnUnknowns, round: number) => boolean = () => false,
): OwnFit | null {
  let unknowns = start;
  let weights: Assignment | null = null;
  let here: Place | null = null;
  for (const [round, reach] of reaches.entries()) {
    weights = assignmentAt(edges, unknowns, priors, reach);
    if (!weights) return null;
    const strong = wallsOf(weights, unknowns.headings, reach);
    if (strong.includes(false)) {
      unknowns = { ...unknowns, headings: unknowns.headings.filter((_, w) => strong[w]) };
      weights = assignmentAt(edges, unknowns, priors, reach);
      if (!weights) return null;
    }
    const fixed = weights;
    here = dampedLeastSquares<OwnUnknowns, Place>((u) => placeAt(edges, u, priors, fixed), moved, unknowns, {
      until: 1e-9,
      least: 1,
      rounds: reach > 0 ? 3 : 8,
    });
    if (!Number.isFinite(here.cost)) return null;
    unknowns = here.state;
    if (known(unknowns, round)) return null;
  }
  const last = assignmentAt(edges, unknowns, priors, 0);
  if (!here || !last) return null;
  const inverse = invertSymmetric(placeAt(edges, unknowns, priors, last).equations().a);
  return {
    unknowns,
    assigned: last.assigned,
    cost: chargeOf(edges, unknowns, priors, last),
    covariance: inverse && inverse.map((row) => row.map((v) => v * last.scale ** 2)),
    scale: last.scale,
    chance: byChance(last.sigma, unknowns.headings.length + 1),
  };
}

/** How many unknowns tell of the lens: its terms, and its centre where that is solved for. */
export const lensUnknowns = ({ k, centre }: OwnUnknowns): number => k.length + (centre ? 2 : 0);

const moved = (u: OwnUnknowns, step: readonly number[]): OwnUnknowns => {
  const t = lensUnknowns(u);
  return {
    k: u.k.map((k, i) => k + step[i]!),
    centre: u.centre && [u.centre[0] + step[t - 2]!, u.centre[1] + step[t - 1]!],
    logFocal: u.logFocal + step[t]!,
    pitch: u.pitch + step[t + 1]!,
    roll: u.roll + step[t + 2]!,
    headings: u.headings.map((h, i) => h + step[t + 3 + i]!),
  };
};

function placeAt(edges: FlatEdges, state: OwnUnknowns, priors: OwnPriors, weights: Assignment): Place {
  const terms = lensUnknowns(state);
  // All that is believed beforehand to be near nothing.
  const small = [...state.k, ...(state.centre ?? [])];
  const believed = (i: number): number => (i < state.k.length ? priors.k[i]! : priors.centre);
  const size = terms + 3 + state.headings.length;
  const ideal = isCamera(state) ? idealNodes(edges, state.k, state.centre) : null;
  const headings = state.headings.length;
  if (!ideal) return { state, headings, cost: Infinity, equations: () => ({ a: [], g: [] }) };
  const points = vanishingPoints(state);
  const shape = new EdgeShape(edges, state.k.length, state.centre !== null);
  const each = (deep: boolean, visit: (e: number, direction: number | null, miss: number) => void): void => {
    for (let e = 0; e < edges.count; e++) {
      const belongs = weights.assigned[e]!;
      const counts = belongs !== null && weights.slope[e]! > 0;
      if (!counts && weights.bow[e] === 0) continue;
      shape.take(e, ideal, counts ? points[belongs + 1]! : null, deep);
      visit(e, counts ? belongs : null, counts ? shape.slope / weights.sigma[e]! : 0);
    }
  };
  let cost = 0;
  each(false, (e, direction, miss) => {
    if (direction !== null) cost += weights.slope[e]! * miss * miss;
    cost += weights.bow[e]! * shape.bow2;
  });
  small.forEach((v, i) => (cost += (v / believed(i)) ** 2));
  cost += ((state.logFocal - priors.logFocal) / priors.logFocalSigma) ** 2;
  const equations = () => {
    const a = Array.from({ length: size }, () => new Array<number>(size).fill(0));
    const g = new Array<number>(size).fill(0);
    const row = new Float64Array(size);
    each(true, (e, direction, miss) => {
      const w = weights.bow[e]!;
      if (w > 0)
        for (let i = 0; i < terms; i++) {
          g[i]! += w * shape.bowGradient[i]!;
          for (let j = 0; j <= i; j++) a[i]![j]! += w * shape.bowNormal[i * MOST_LENS + j]!;
        }
      if (direction === null) return;
      const point = points[direction + 1]!;
      const per = 1 / weights.sigma[e]!;
      row.fill(0);
      for (let i = 0; i < terms; i++) row[i] = shape.slopeByLens[i]! * per;
      row[terms] = shape.slopeBy(point.byFocal) * per;
      row[terms + 1] = shape.slopeBy(point.byPitch) * per;
      row[terms + 2] = shape.slopeBy(point.byRoll) * per;
      if (direction >= 0) row[terms + 3 + direction] = shape.slopeBy(point.byHeading) * per;
      const v = weights.slope[e]!;
      for (let i = 0; i < size; i++) {
        if (row[i] === 0) continue;
        g[i]! += v * row[i]! * miss;
        for (let j = 0; j <= i; j++) a[i]![j]! += v * row[i]! * row[j]!;
      }
    });
    small.forEach((v, i) => {
      a[i]![i]! += 1 / believed(i) ** 2;
      g[i]! += v / believed(i) ** 2;
    });
    a[terms]![terms]! += 1 / priors.logFocalSigma ** 2;
    g[terms]! += (state.logFocal - priors.logFocal) / priors.logFocalSigma ** 2;
    for (let i = 0; i < size; i++) for (let j = 0; j < i; j++) a[j]![i] = a[i]![j]!;
    return { a, g };
  };
  return { state, headings, cost, equations };
}
