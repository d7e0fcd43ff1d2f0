import { DEG, type Vec2 } from "../geometry";
import { type ModelLine, type Unknowns, missOf } from "./line-model";
import { invertSymmetric, solveSymmetric } from "./symmetric";

export interface Fit {
  readonly unknowns: Unknowns;
  /** Miss of every line, in its own deviations. */
  readonly misses: readonly number[];
  /** Sum of the misses' squares. */
  readonly cost: number;
  /** Inverse of JᵀJ over (pitch, roll, headings …, focal if free), degrees² and (log focal in degrees)²; null where singular. */
  readonly cofactor: readonly (readonly number[])[] | null;
  /** Every line's leverage: its share of the unknowns, 0…1. */
  readonly leverages: readonly number[];
  /** How a unit miss of each line moves each unknown, degrees. */
  readonly influence: readonly (readonly number[])[];
  /** Number of unknowns. */
  readonly count: number;
}

const STEP = 1e-4;
const CONVERGED = 1e-9;

/** The focal length as an unknown of the same size as the others: log, in degrees. */
const focalAt = (focalPx: number, by: number): number => focalPx * Math.exp(by * DEG);

/**
 * Levenberg–Marquardt over pitch, roll, the headings of all walls and, if free, the focal length; the cost never rises.
 * Every line depends on at most four of the unknowns, so its row of the Jacobian has no more.
 */
export function fitLines(lines: readonly ModelLine[], principal: Vec2, start: Unknowns, freeFocal: boolean): Fit {
  const walls = start.headings.length;
  const count = 2 + walls + (freeFocal ? 1 : 0);
  let u = start;
  let misses = lines.map((l) => missOf(l, principal, u));
  let cost = squares(misses);
  let damping = 1e-6;
  let rows = jacobian(lines, principal, u, freeFocal);
  for (let n = 0; n < 80; n++) {
    const { a, g } = normal(lines, rows, misses, count, walls);
    for (let i = 0; i < count; i++) a[i]![i]! += a[i]![i]! * damping + 1e-12;
    const step = solveSymmetric(a, g);
    if (!step) break;
    const next: Unknowns = {
      pitch: u.pitch - step[0]!,
      roll: u.roll - step[1]!,
      headings: u.headings.map((h, w) => h - step[2 + w]!),
      focalPx: freeFocal ? focalAt(u.focalPx, -step[count - 1]!) : u.focalPx,
    };
    const nextMisses = lines.map((l) => missOf(l, principal, next));
    const nextCost = squares(nextMisses);
    if (nextCost <= cost && Math.abs(next.pitch) < 89.5) {
      const done = step.every((s) => Math.abs(s) < CONVERGED);
      [u, misses, cost] = [next, nextMisses, nextCost];
      damping = Math.max(damping / 10, 1e-12);
      if (done) break;
      rows = jacobian(lines, principal, u, freeFocal);
    } else {
      damping = Math.max(damping, 1e-9) * 10;
      if (damping > 1e8) break;
    }
  }
  rows = jacobian(lines, principal, u, freeFocal);
  const cofactor = invertSymmetric(normal(lines, rows, misses, count, walls).a);
  const influence = lines.map((line, i) => moves(columnsOf(line, count, freeFocal), rows[i]!, cofactor, count));
  const leverages = lines.map((line, i) => {
    const columns = columnsOf(line, count, freeFocal);
    return columns.reduce((sum, c, j) => (c < 0 ? sum : sum + rows[i]![j]! * influence[i]![c]!), 0);
  });
  return { unknowns: u, misses, cost, cofactor, influence, leverages, count };
}

const squares = (v: readonly number[]): number => v.reduce((s, x) => s + x * x, 0);

/** Derivatives of each line's miss with respect to pitch, roll, its own heading, and the focal length. */
function jacobian(lines: readonly ModelLine[], principal: Vec2, u: Unknowns, freeFocal: boolean): Float64Array[] {
  const both = (f: (by: number) => Unknowns): [Unknowns, Unknowns] => [f(STEP), f(-STEP)];
  const pitch = both((by) => ({ ...u, pitch: u.pitch + by }));
  const roll = both((by) => ({ ...u, roll: u.roll + by }));
  const heading = both((by) => ({ ...u, headings: u.headings.map((h) => h + by) }));
  const focal = both((by) => ({ ...u, focalPx: focalAt(u.focalPx, by) }));
  return lines.map((line) => {
    const slope = ([up, down]: [Unknowns, Unknowns]): number =>
      (missOf(line, principal, up) - missOf(line, principal, down)) / (2 * STEP);
    return Float64Array.of(
      slope(pitch),
      slope(roll),
      line.kind === "sill" ? slope(heading) : 0,
      freeFocal ? slope(focal) : 0,
    );
  });
}

/** Which unknown each of a row's four derivatives belongs to; −1: none. */
const columnsOf = (line: ModelLine, count: number, freeFocal: boolean): readonly number[] => [
  0,
  1,
  line.kind === "sill" ? 2 + line.wall : -1,
  freeFocal ? count - 1 : -1,
];

function normal(
  lines: readonly ModelLine[],
  rows: readonly Float64Array[],
  misses: readonly number[],
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

/** C Jᵢᵀ for one line; zeros where C does not exist. */
function moves(
  columns: readonly number[],
  row: Float64Array,
  cofactor: readonly (readonly number[])[] | null,
  count: number,
): number[] {
  return Array.from({ length: count }, (_, i) =>
    cofactor ? columns.reduce((sum, c, j) => (c < 0 ? sum : sum + cofactor[i]![c]! * row[j]!), 0) : 0,
  );
}
