import { invertSymmetric, solveSymmetric } from "../numerics";
import { MOST_TERMS } from "./edge-shape";
import type { Size } from "../geometry";
import { type LensProfile, profileFromCalibration } from "../lens";
import { LENSES, type OwnSolution } from "./solve";

/** A lens measured from several pictures at one setting. */
export interface PooledLens {
  readonly k: readonly [number, number, number];
  /** Covariance of k. */
  readonly covariance: readonly (readonly number[])[];
  /** Of the displacement at the corner, half diagonals. */
  readonly sigmaCorner: number;
  /** Of each picture: how far its own lens lies from that of all the others, deviations of both; null with fewer than three. */
  readonly off: readonly (number | null)[];
  /** Indices of the pictures that disagree: cropped, or at another setting. They do not count. */
  readonly disagree: readonly number[];
}

/** A picture further off than this, deviations, is not of the same lens at the same setting. */
const DISAGREES = 4;

/** Displacement is compared at these radii, half diagonals. */
const RADII = [0.5, 0.75, 1] as const;

/**
 * One lens from what several pictures' own edges say of it: their attitudes apart, each counts by its information on the
 * radial terms (its inverse covariance less what was believed beforehand, which counts once).
 *
 * @param solutions of pictures of one size. @throws RangeError where nothing determines the lens.
 */
export function pooledLens(solutions: readonly OwnSolution[]): PooledLens {
  let counted = solutions.map((_, i) => i);
  const disagree: number[] = [];
  // The one that disagrees most is left out first, since it draws the others' mean to itself.
  for (;;) {
    const off = offsOf(solutions, counted);
    const worst = counted.reduce((a, b) => ((off.get(b) ?? 0) > (off.get(a) ?? 0) ? b : a), counted[0]!);
    if (!(counted.length > 2 && (off.get(worst) ?? 0) > DISAGREES)) break;
    disagree.push(worst);
    counted = counted.filter((i) => i !== worst);
  }
  const { k, covariance } = sumOf(counted.map((i) => solutions[i]!));
  const off = solutions.map((s, i) => {
    const others = counted.filter((j) => j !== i);
    return others.length > 1 ? apart(s, sumOf(others.map((j) => solutions[j]!))) : null;
  });
  return {
    k,
    covariance,
    sigmaCorner: Math.sqrt(varianceAt(covariance, 1)),
    off,
    disagree: disagree.sort((a, b) => a - b),
  };
}

interface Terms {
  readonly k: readonly [number, number, number];
  readonly covariance: readonly (readonly number[])[];
}

/** Covariance of all three terms; of those that were not solved for, what is believed beforehand. */
function termsOf({ k, terms, covariance }: OwnSolution): Terms {
  const all = Array.from({ length: MOST_TERMS }, (_, i) =>
    Array.from({ length: MOST_TERMS }, (_, j) =>
      i < terms && j < terms ? covariance[i]![j]! : i === j ? LENSES[i]! ** 2 : 0,
    ),
  );
  return { k, covariance: all };
}

function sumOf(solutions: readonly OwnSolution[]): Terms {
  const prior = LENSES.map((s) => 1 / s ** 2);
  const a = prior.map((p, i) => prior.map((_, j) => (i === j ? p : 0)));
  const b = prior.map(() => 0);
  for (const solution of solutions) {
    const own = termsOf(solution);
    const information = invertSymmetric(own.covariance);
    if (!information) throw new RangeError("A picture's edges do not determine its lens.");
    for (let i = 0; i < MOST_TERMS; i++)
      for (let j = 0; j < MOST_TERMS; j++) {
        b[i]! += information[i]![j]! * own.k[j]!;
        a[i]![j]! += information[i]![j]! - (i === j ? prior[i]! : 0);
      }
  }
  const k = solveSymmetric(a, b);
  const covariance = invertSymmetric(a);
  if (!k || !covariance) throw new RangeError("The pictures' edges do not determine the lens.");
  return { k: [k[0]!, k[1]!, k[2]!], covariance };
}

/** Of the displacement at a radius, half diagonals squared. */
function varianceAt(covariance: Terms["covariance"], r: number): number {
  const powers = [r ** 3, r ** 5, r ** 7];
  let sum = 0;
  for (let i = 0; i < MOST_TERMS; i++)
    for (let j = 0; j < MOST_TERMS; j++) sum += powers[i]! * powers[j]! * covariance[i]![j]!;
  return sum;
}

/** How far two lenses lie apart, deviations of both, at the radius where that is most. */
function apart(one: OwnSolution, other: Terms): number {
  const own = termsOf(one);
  return Math.max(
    ...RADII.map((r) => {
      const miss = [r ** 3, r ** 5, r ** 7].reduce((sum, p, i) => sum + p * (own.k[i]! - other.k[i]!), 0);
      return Math.abs(miss) / Math.sqrt(varianceAt(own.covariance, r) + varianceAt(other.covariance, r));
    }),
  );
}

function offsOf(solutions: readonly OwnSolution[], counted: readonly number[]): Map<number, number> {
  if (counted.length < 3) return new Map();
  return new Map(
    counted.map((i) => {
      const others = counted.filter((j) => j !== i).map((j) => solutions[j]!);
      return [i, apart(solutions[i]!, sumOf(others))];
    }),
  );
}

type About = Parameters<typeof profileFromCalibration>[1] & { readonly focalPx?: number };

/**
 * The pooled lens as a profile like any other, its ± by radius in its notes.
 *
 * @param size of the pictures, pixels. @param about what their metadata say. @param count pictures that counted.
 */
export function pooledProfile({ k, covariance }: PooledLens, size: Size, about: About, count: number): LensProfile {
  const unit = Math.hypot(size[0], size[1]) / 2;
  const measured = {
    k,
    p: [0, 0] as const,
    centre: [size[0] / 2, size[1] / 2] as const,
    size,
    focalPx: about.focalPx ?? unit,
    rmsPx: 0,
  };
  const profile = profileFromCalibration(measured, about);
  const sigmas = [0.25, ...RADII].map((r) => `${(Math.sqrt(varianceAt(covariance, r)) * unit).toFixed(2)} px at ${r}`);
  return {
    ...profile,
    name: profile.name.replace("from charts", `from ${count} ${count === 1 ? "photo" : "photos"}`),
    notes: `Measured from the own edges of ${count} ${count === 1 ? "photo" : "photos"} of ${size[0]} × ${size[1]} pixels. Deviation of the displacement by radius (half diagonals): ${sigmas.join(", ")}.`,
  };
}
