import type { Vec2 } from "../geometry";
import { invertSymmetric } from "../numerics";
import { MOST_LENS, MOST_TERMS } from "./edge-shape";
import type { OwnFit } from "./fit";

/** Radial terms and centre, half diagonals, and their covariance in this order. */
export interface FreeLens {
  readonly k: readonly [number, number, number];
  readonly centre: Vec2;
  readonly covariance: readonly (readonly number[])[];
}

/** Lenses are bowed this much, one deviation: at the corner, by each term. */
export const LENSES = [0.08, 0.03, 0.004];
/** … about a centre this far from the picture's middle, each way, half diagonals; … */
export const CENTRED = 0.004;
/** … which is believed where it is further off than chance: the square of its deviations. */
const OFF_CENTRE = 16;
/** Whether the centre is clearly not the middle. */
export function isOffCentre({ centre, covariance }: FreeLens): boolean {
  const inverse = invertSymmetric(covariance.slice(3).map((row) => row.slice(3)));
  return inverse !== null && quadratic(inverse, centre) > OFF_CENTRE;
}

/** vᵀ a v. */
export const quadratic = (a: readonly (readonly number[])[], v: readonly number[]): number =>
  v.reduce((sum, x, i) => sum + v.reduce((s, y, j) => s + x * y * a[i]![j]!, 0), 0);

/** What a fit with all terms and the centre free says of the lens. */
export function freeLensOf({ unknowns: { k, centre }, covariance }: OwnFit): FreeLens | null {
  if (!covariance || !centre || k.length !== MOST_TERMS) return null;
  return {
    k: [k[0]!, k[1]!, k[2]!],
    centre,
    covariance: covariance.slice(0, MOST_LENS).map((row) => row.slice(0, MOST_LENS)),
  };
}

/** Of a fit about the picture's middle: what it does not tell is as lenses are. */
export function freeAboutMiddle({ unknowns: { k }, covariance }: OwnFit): FreeLens {
  const usual = [...LENSES, CENTRED, CENTRED].map((s) => s ** 2);
  const of = (i: number, j: number): number =>
    i < k.length && j < k.length ? covariance![i]![j]! : i === j ? usual[i]! : 0;
  return {
    k: [k[0] ?? 0, k[1] ?? 0, k[2] ?? 0],
    centre: [0, 0],
    covariance: usual.map((_, i) => usual.map((__, j) => of(i, j))),
  };
}
