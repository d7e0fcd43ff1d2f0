import type { OwnUnknowns } from "./directions";
import type { OwnFit } from "./fit";

/** Fits that are sound, the one that least speaks against first. */
export const byCost = (fits: readonly (OwnFit | null)[]): OwnFit[] =>
  fits.filter((fit) => fit !== null && fit.covariance !== null).sort((a, b) => a!.cost - b!.cost) as OwnFit[];

/** Fits less those that are nearly one before them. */
export function distinct(fits: readonly OwnFit[]): OwnFit[] {
  const kept: OwnFit[] = [];
  for (const fit of fits) if (kept.every((other) => !alike(other.unknowns, fit.unknowns))) kept.push(fit);
  return kept;
}

/** Of fits that see the same vertical only the first few: a thing that leans has many edges, and would have all places. */
export function various(fits: readonly OwnFit[]): OwnFit[] {
  const kept: OwnFit[] = [];
  for (const fit of fits) {
    const same = kept.filter(({ unknowns: { roll } }) => Math.abs(roll - fit.unknowns.roll) < SAME_ROLL);
    if (same.length < EACH_ROLL) kept.push(fit);
  }
  return kept;
}
const SAME_ROLL = 1;
const EACH_ROLL = 2;

const alike = (a: OwnUnknowns, b: OwnUnknowns): boolean =>
  Math.abs(a.pitch - b.pitch) + Math.abs(a.roll - b.roll) < 1 &&
  Math.abs(a.logFocal - b.logFocal) < 0.05 &&
  Math.abs(a.k[0]! - b.k[0]!) < 0.01;
