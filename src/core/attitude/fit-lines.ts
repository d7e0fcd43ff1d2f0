import { DEG, type Vec2 } from "../geometry";
import { type Here, dampedLeastSquares, invertSymmetric } from "../numerics";
import { type ModelLine, type Unknowns, missesOf } from "./line-model";

export interface Fit {
  readonly unknowns: Unknowns;
  /** Miss of every line, in its own deviations. */
  readonly misses: Float64Array;
  /** Sum of the misses' squares. */
  readonly cost: number;
  /** Inverse of JᵀJ over (pitch, roll, headings …, focal if free), degrees² and (log focal in degrees)²; null where singular. */
  readonly cofactor: readonly (readonly number[])[] | null;
  /** Each line's row of J: by pitch, roll, its own heading, the focal length. */
  readonly rows: readonly Float64Array[];
  /** Number of unknowns. */
  readonly count: number;
}

const STEP = 1e-4;
/** Over when a step promises to lower the cost by less than this, beside one and the cost itself: rounding, … */
const CONVERGED = 1e-12;
/** … or, of a fit that only looks where it is leading, too little to change its rank. */
export const ROUGHLY = 1e-2;

/** The focal length as an unknown of the same size as the others: log, in degrees. */
const focalAt = (focalPx: number, by: number): number => focalPx * Math.exp(by * DEG);

/**
 * Levenberg–Marquardt over pitch, roll, the headings of all walls and, if free, the focal length; the cost never rises.
 * Every line depends on at most four of the unknowns, so its row of the Jacobian has no more.
 *
 * @param until the share of the cost, and of one, below which a step is not worth taking.
 */
export function fitLines(
  lines: readonly ModelLine[],
  principal: Vec2,
  start: Unknowns,
  freeFocal: boolean,
  until = CONVERGED,
): Fit {
  const walls = start.headings.length;
  const count = 2 + walls + (freeFocal ? 1 : 0);
  interface Place extends Here<Unknowns> {
    readonly misses: Float64Array;
    rows(): readonly Float64Array[];
  }
  const at = (state: Unknowns): Place => {
    const misses = missesOf(lines, principal, state);
    let rows: readonly Float64Array[] | null = null;
    const own = (): readonly Float64Array[] => (rows ??= jacobian(lines, principal, state, freeFocal));
    return {
      state,
      misses,
      cost: Math.abs(state.pitch) < 89.5 ? squares(misses) : Infinity,
      rows: own,
      equations: () => normal(lines, own(), misses, count, walls),
    };
  };
  const moved = (u: Unknowns, step: readonly number[]): Unknowns => ({
    pitch: u.pitch + step[0]!,
    roll: u.roll + step[1]!,
    headings: u.headings.map((h, w) => h + step[2 + w]!),
    focalPx: freeFocal ? focalAt(u.focalPx, step[count - 1]!) : u.focalPx,
  });
  const { state, misses, cost, rows, equations } = dampedLeastSquares(at, moved, start, { until, least: 1 });
  return { unknowns: state, misses, cost, cofactor: invertSymmetric(equations().a), rows: rows(), count };
}

function squares(v: Float64Array): number {
  let sum = 0;
  for (const x of v) sum += x * x;
  return sum;
}

/** Derivatives of each line's miss with respect to pitch, roll, its own heading, and the focal length. */
function jacobian(lines: readonly ModelLine[], principal: Vec2, u: Unknowns, freeFocal: boolean): Float64Array[] {
  const slopes = (at: (by: number) => Unknowns): Float64Array => {
    const up = missesOf(lines, principal, at(STEP));
    const down = missesOf(lines, principal, at(-STEP));
    for (let i = 0; i < up.length; i++) up[i] = (up[i]! - down[i]!) / (2 * STEP);
    return up;
  };
  const pitch = slopes((by) => ({ ...u, pitch: u.pitch + by }));
  const roll = slopes((by) => ({ ...u, roll: u.roll + by }));
  // Plumbs have no heading: theirs comes out as zero.
  const heading = slopes((by) => ({ ...u, headings: u.headings.map((h) => h + by) }));
  const focal = freeFocal ? slopes((by) => ({ ...u, focalPx: focalAt(u.focalPx, by) })) : null;
  return lines.map((_, i) => Float64Array.of(pitch[i]!, roll[i]!, heading[i]!, focal?.[i] ?? 0));
}

/** Which unknown each of a row's four derivatives belongs to; −1: none. */
export const columnsOf = (line: ModelLine, count: number, freeFocal: boolean): readonly number[] => [
  0,
  1,
  line.kind === "sill" ? 2 + line.wall : -1,
  freeFocal ? count - 1 : -1,
];

function normal(
  lines: readonly ModelLine[],
  rows: readonly Float64Array[],
  misses: Float64Array,
  count: number,
  walls: number,
): { a: number[][]; g: number[] } {
  const a = Array.from({ length: count }, () => new Array<number>(count).fill(0));
  const g = new Array<number>(count).fill(0);
  const freeFocal = count > 2 + walls;
  lines.forEach((line, n) => {
    const columns = columnsOf(line, count, freeFocal);
    const row = rows[n]!;
    for (let i = 0; i < 4; i++) {
      const ci = columns[i]!;
      if (ci < 0) continue;
      g[ci]! += row[i]! * misses[n]!;
      for (let j = 0; j < 4; j++) if (columns[j]! >= 0) a[ci]![columns[j]!]! += row[i]! * row[j]!;
    }
  });
  return { a, g };
}
