import { TUKEY, biweight, spreadOf } from "../numerics";
import { type OwnUnknowns, vanishingPoints } from "./directions";
import { EdgeShape } from "./edge-shape";
import { type FlatEdges, idealNodes } from "./own-edge";
import type { OwnPriors } from "./priors";

/** How plausible a slope by chance is, beside its own deviation, tangent: an edge belongs to a direction where that says more. */
const CHANCE = 0.5;
const LEAST_PRICE = 2;
/** A wall has this many edges, and they gain this much over belonging nowhere: fewer come about by chance, with a heading free. */
const LEAST_EDGES = 5;
export const WALL_COST = 50;
/** … nor does what has less than this share of the best wall's: something before it. */
const LEAST_OF_BEST = 0.12;
/** Headings nearer to each other than this are one wall's, degrees. */
const SAME_WALL = 2;

/** What an edge costs that belongs to no direction: the logarithm of how much less likely that is. */
export const priceOf = (sigma: number): number => Math.max(LEAST_PRICE, 2 * Math.log(CHANCE / sigma));

/** Which direction each edge belongs to under some unknowns, and how much it counts. */
export interface Assignment {
  readonly assigned: (number | null)[];
  readonly slope: Float64Array;
  readonly bow: Float64Array;
  /** Each edge's slope against its nearest direction, in its own deviation, and that. */
  readonly misses: Float64Array;
  readonly sigma: Float64Array;
  readonly scale: number;
}

/** Of edges in any direction, those within their price of one of several. */
export function byChance(sigma: Float64Array, directions: number): number {
  let sum = 0;
  for (const s of sigma) if (s > 0) sum += Math.min(1, (directions * 2 * s * Math.sqrt(priceOf(s))) / Math.PI);
  return sum;
}

/** Which walls are more than chance, and not another's once more. */
export function wallsOf(
  { assigned, misses, sigma }: Assignment,
  headings: readonly number[],
  reach: number,
): boolean[] {
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

/** Which direction each edge belongs to, and how much its slope and its bow count. @returns null where the lens folds. */
export function assignmentAt(edges: FlatEdges, u: OwnUnknowns, { built }: OwnPriors, reach: number): Assignment | null {
  const ideal = idealNodes(edges, u.k, u.centre);
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
    let nearest = 0;
    for (let d = 0; d < points.length; d++) {
      shape.take(e, ideal, points[d]!, false);
      const own = Math.sqrt(shape.slopeSigma * shape.slopeSigma + built * built);
      const off = Math.abs(shape.slope) / Math.sqrt(own * own + reach * reach);
      if (off >= best) continue;
      best = off;
      nearest = d;
      misses[e] = shape.slope / own;
      sigma[e] = own;
      bows[e] = shape.bowCount > 0 ? Math.sqrt(shape.bow2 / shape.bowCount) : 0;
    }
    if (best * best < priceOf(Math.sqrt(sigma[e]! ** 2 + reach * reach))) assigned[e] = nearest - 1;
  }
  const counted = misses.filter((_, e) => assigned[e] !== null);
  const scale = reach > 0 ? 1 : Math.max(1, counted.length > 4 ? spreadOf(counted) : 1);
  const bowScale = Math.max(1, reach > 0 ? 1 + 60 * reach : 1);
  const slope = new Float64Array(n);
  const bow = new Float64Array(n);
  for (let e = 0; e < n; e++) {
    const own = sigma[e]! * scale;
    const off = assigned[e] === null ? Infinity : (misses[e]! * sigma[e]!) / Math.sqrt(own * own + reach * reach);
    slope[e] = biweight(off);
    // A bow is weighed by its root mean square, which scatters little about 1.
    bow[e] = biweight((bows[e]! / bowScale) * (TUKEY / 4));
  }
  return { assigned, slope, bow, misses, sigma, scale };
}
