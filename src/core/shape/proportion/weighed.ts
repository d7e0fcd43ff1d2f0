/** The logarithm of what something says, and its variance. */
export interface Factor {
  readonly log: number;
  readonly variance: number;
}

/** Weighted mean of logarithms; its variance grows where they scatter more than their own say. */
export function weighed(all: readonly Factor[]) {
  if (all.length === 0) return null;
  const weight = all.reduce((s, f) => s + 1 / f.variance, 0);
  const log = all.reduce((s, f) => s + f.log / f.variance, 0) / weight;
  const scatter = all.length > 1 ? all.reduce((s, f) => s + (f.log - log) ** 2 / f.variance, 0) / (all.length - 1) : 1;
  return { log, weight, variance: Math.max(1, scatter) / weight };
}
