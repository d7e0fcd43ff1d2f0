import { type Here, TUKEY, biweight, dampedLeastSquares, invertSymmetric, spreadOf } from "../numerics";
import { type OwnUnknowns, vanishingPoints } from "./directions";
import { EdgeShape, MOST_TERMS } from "./edge-shape";
import { type FlatEdges, idealNodes } from "./own-edge";

/** What is known beforehand, each as a value with its deviation. */
export interface OwnPriors {
  /** Of the radial terms: they are small. */
  readonly k: readonly number[];
  /** Logarithm of the focal length in half diagonals. */
  readonly logFocal: number;
  readonly logFocalSigma: number;
  /** What edges of buildings are out of true by themselves, tangent of the angle. */
  readonly built: number;
}

export interface OwnFit {
  readonly unknowns: OwnUnknowns;
  /** Of each edge: −1 plumb, the index of its wall, or null: it only has to be straight. */
  readonly assigned: readonly (number | null)[];
  /** Sum over all edges of what they speak against it; edges that belong nowhere at a fixed price. */
  readonly cost: number;
  /** Covariance of (k…, log focal, pitch, roll, headings…), degrees where angles; null where singular. */
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
/** How plausible a slope by chance is, beside its own deviation, tangent: an edge belongs to a direction where that says more. */
const CHANCE = 0.5;
const LEAST_PRICE = 2;
/** Steeper unknowns than these are no camera, nor are focal lengths beyond these, half diagonals. */
const MOST_PITCH = 62;
const FOCALS = [0.35, 9] as const;
/** A wall has this many edges, and they gain this much over belonging nowhere: fewer come about by chance, with a heading free. */
const LEAST_EDGES = 5;
const WALL_COST = 50;
/** … nor does what has less than this share of the best wall's: something before it. */
const LEAST_OF_BEST = 0.12;
/** Headings nearer to each other than this are one wall's, degrees. */
const SAME_WALL = 2;

const isCamera = ({ pitch, logFocal }: OwnUnknowns): boolean =>
  Math.abs(pitch) < MOST_PITCH && logFocal > Math.log(FOCALS[0]) && logFocal < Math.log(FOCALS[1]);

/** What an edge costs that belongs to no direction: the logarithm of how much less likely that is. */
const priceOf = (sigma: number): number => Math.max(LEAST_PRICE, 2 * Math.log(CHANCE / sigma));

interface Weights {
  readonly assigned: (number | null)[];
  readonly slope: Float64Array;
  readonly bow: Float64Array;
  /** Each edge's slope against its nearest direction, in its own deviation, and that. */
  readonly misses: Float64Array;
  readonly sigma: Float64Array;
  readonly scale: number;
}

interface Place extends Here<OwnUnknowns> {
  readonly headings: number;
}

/**
 * The most likely lens, focal length and attitude for edges, each of which belongs to a direction or only is straight,
 * and may be false: iteratively reweighted least squares, Tukey's biweight for slopes and bows apart, the assignment made
 * anew in every round.
 *
 * @param start its terms tell how many are solved for. @param reaches of the directions, tangent, one a round.
 */
export function fitOwnEdges(
  edges: FlatEdges,
  start: OwnUnknowns,
  priors: OwnPriors,
  reaches: readonly number[] = REACHES,
): OwnFit | null {
  let unknowns = start;
  let weights: Weights | null = null;
  let here: Place | null = null;
  for (const reach of reaches) {
    weights = weightsAt(edges, unknowns, priors, reach);
    if (!weights) return null;
    const strong = wallsOf(weights, unknowns.headings, reach);
    if (strong.includes(false)) {
      unknowns = { ...unknowns, headings: unknowns.headings.filter((_, w) => strong[w]) };
      weights = weightsAt(edges, unknowns, priors, reach);
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
  }
  const last = weightsAt(edges, unknowns, priors, 0);
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

/** Of edges in any direction, those within their price of one of several. */
function byChance(sigma: Float64Array, directions: number): number {
  let sum = 0;
  for (const s of sigma) if (s > 0) sum += Math.min(1, (directions * 2 * s * Math.sqrt(priceOf(s))) / Math.PI);
  return sum;
}

/** Which walls are more than chance, and not another's once more. */
function wallsOf({ assigned, misses, sigma }: Weights, headings: readonly number[], reach: number): boolean[] {
  const counts = headings.map(() => 0);
  const gains = headings.map(() => 0);
  assigned.forEach((a, e) => {
    if (a === null || a < 0) return;
    counts[a]!++;
    const own = Math.hypot(sigma[e]!, reach);
    gains[a]! += priceOf(own) - ((misses[e]! * sigma[e]!) / own) ** 2;
  });
  const most = Math.max(...gains);
  return headings.map((heading, w) => {
    if (counts[w]! < LEAST_EDGES) return false;
    if (headings.some((other, v) => gains[v]! > gains[w]! && apart(other, heading) < SAME_WALL)) return false;
    return reach > 0 || gains[w]! > Math.max(WALL_COST, LEAST_OF_BEST * most);
  });
}

/** Between two headings, degrees; a wall runs both ways. */
const apart = (a: number, b: number): number => Math.abs(a - b - 180 * Math.round((a - b) / 180));

const moved = (u: OwnUnknowns, step: readonly number[]): OwnUnknowns => {
  const t = u.k.length;
  return {
    k: u.k.map((k, i) => k + step[i]!),
    logFocal: u.logFocal + step[t]!,
    pitch: u.pitch + step[t + 1]!,
    roll: u.roll + step[t + 2]!,
    headings: u.headings.map((h, i) => h + step[t + 3 + i]!),
  };
};

/** Which direction each edge belongs to, and how much its slope and its bow count. @returns null where the lens folds. */
function weightsAt(edges: FlatEdges, u: OwnUnknowns, { built }: OwnPriors, reach: number): Weights | null {
  const ideal = idealNodes(edges, u.k);
  if (!ideal) return null;
  const shape = new EdgeShape(edges, u.k.length);
  const points = vanishingPoints(u);
  const n = edges.count;
  const assigned: (number | null)[] = new Array(n).fill(null);
  const misses = new Float64Array(n);
  const sigma = new Float64Array(n);
  const bows = new Float64Array(n);
  for (let e = 0; e < n; e++) {
    let best = Infinity;
    for (let d = 0; d < points.length; d++) {
      shape.take(e, ideal, points[d]!);
      const own = Math.hypot(shape.slopeSigma, built);
      const off = Math.abs(shape.slope) / Math.hypot(own, reach);
      if (off >= best) continue;
      best = off;
      misses[e] = shape.slope / own;
      sigma[e] = own;
      bows[e] = shape.bowCount > 0 ? Math.sqrt(shape.bow2 / shape.bowCount) : 0;
      if (off * off < priceOf(Math.hypot(own, reach))) assigned[e] = d - 1;
    }
    if (best * best >= priceOf(Math.hypot(sigma[e]!, reach))) assigned[e] = null;
  }
  const counted = misses.filter((_, e) => assigned[e] !== null);
  const scale = reach > 0 ? 1 : Math.max(1, counted.length > 4 ? spreadOf(counted) : 1);
  const bowScale = Math.max(1, reach > 0 ? 1 + 60 * reach : 1);
  const slope = new Float64Array(n);
  const bow = new Float64Array(n);
  for (let e = 0; e < n; e++) {
    const off = assigned[e] === null ? Infinity : (misses[e]! * sigma[e]!) / Math.hypot(sigma[e]! * scale, reach);
    slope[e] = biweight(off);
    // A bow is weighed by its root mean square, which scatters little about 1.
    bow[e] = biweight((bows[e]! / bowScale) * (TUKEY / 4));
  }
  return { assigned, slope, bow, misses, sigma, scale };
}

function placeAt(edges: FlatEdges, state: OwnUnknowns, priors: OwnPriors, weights: Weights): Place {
  const terms = state.k.length;
  const size = terms + 3 + state.headings.length;
  const ideal = isCamera(state) ? idealNodes(edges, state.k) : null;
  const headings = state.headings.length;
  if (!ideal) return { state, headings, cost: Infinity, equations: () => ({ a: [], g: [] }) };
  const points = vanishingPoints(state);
  const shape = new EdgeShape(edges, terms);
  const each = (visit: (e: number, direction: number | null, miss: number) => void): void => {
    for (let e = 0; e < edges.count; e++) {
      const belongs = weights.assigned[e]!;
      const counts = belongs !== null && weights.slope[e]! > 0;
      if (!counts && weights.bow[e] === 0) continue;
      shape.take(e, ideal, counts ? points[belongs + 1]! : null);
      visit(e, counts ? belongs : null, counts ? shape.slope / weights.sigma[e]! : 0);
    }
  };
  let cost = 0;
  each((e, direction, miss) => {
    if (direction !== null) cost += weights.slope[e]! * miss * miss;
    cost += weights.bow[e]! * shape.bow2;
  });
  state.k.forEach((k, i) => (cost += (k / priors.k[i]!) ** 2));
  cost += ((state.logFocal - priors.logFocal) / priors.logFocalSigma) ** 2;
  const equations = () => {
    const a = Array.from({ length: size }, () => new Array<number>(size).fill(0));
    const g = new Array<number>(size).fill(0);
    const row = new Float64Array(size);
    each((e, direction, miss) => {
      const w = weights.bow[e]!;
      if (w > 0)
        for (let i = 0; i < terms; i++) {
          g[i]! += w * shape.bowGradient[i]!;
          for (let j = 0; j <= i; j++) a[i]![j]! += w * shape.bowNormal[i * MOST_TERMS + j]!;
        }
      if (direction === null) return;
      const point = points[direction + 1]!;
      const per = 1 / weights.sigma[e]!;
      row.fill(0);
      for (let i = 0; i < terms; i++) row[i] = shape.slopeByTerm[i]! * per;
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
    state.k.forEach((k, i) => {
      a[i]![i]! += 1 / priors.k[i]! ** 2;
      g[i]! += k / priors.k[i]! ** 2;
    });
    a[terms]![terms]! += 1 / priors.logFocalSigma ** 2;
    g[terms]! += (state.logFocal - priors.logFocal) / priors.logFocalSigma ** 2;
    for (let i = 0; i < size; i++) for (let j = 0; j < i; j++) a[j]![i] = a[i]![j]!;
    return { a, g };
  };
  return { state, headings, cost, equations };
}

/**
 * What speaks against a start before it is followed: as chargeOf, the directions reaching as widely as in a first round.
 *
 * @returns Infinity where the lens folds the picture.
 */
export function chargeOfStart(edges: FlatEdges, start: OwnUnknowns, priors: OwnPriors): number {
  const wide = { ...priors, built: REACHES[1]! };
  const weights = weightsAt(edges, start, wide, 0);
  return weights ? chargeOf(edges, start, wide, weights) : Infinity;
}

/** How far from upright cameras are held, degrees; a weak word, that only weighs answers against each other. */
const HELD = { roll: 2.5, pitch: 12 } as const;
/** Edges of one thing do not speak independently, so what is usual counts by more than its own deviation. */
const USUALLY = 8;

/** What speaks against unknowns in all: every edge's miss, but no more than the price of belonging nowhere; and what is believed beforehand. */
function chargeOf(edges: FlatEdges, u: OwnUnknowns, priors: OwnPriors, { assigned }: Weights): number {
  const ideal = idealNodes(edges, u.k)!;
  const shape = new EdgeShape(edges, u.k.length);
  const points = vanishingPoints(u);
  let sum = WALL_COST * u.headings.length;
  for (let e = 0; e < edges.count; e++) {
    const belongs = assigned[e]!;
    shape.take(e, ideal, belongs === null ? null : points[belongs + 1]!);
    const own = Math.hypot(shape.slopeSigma, priors.built);
    const price = priceOf(own);
    sum += belongs === null ? price : Math.min(price, (shape.slope / own) ** 2);
    sum += Math.min(shape.bow2, 9 * shape.bowCount);
  }
  u.k.forEach((k, i) => (sum += (k / priors.k[i]!) ** 2));
  // Three directions at right angles could each be the vertical: cameras are held about upright.
  sum += (u.roll / HELD.roll) ** 2 + (u.pitch / HELD.pitch) ** 2;
  return sum + USUALLY * ((u.logFocal - priors.logFocal) / priors.logFocalSigma) ** 2;
}
