/** Tukey's biweight lets go of residuals beyond this many deviations; 95 % efficient for pure noise. */
export const TUKEY = 4.685;

/** Tukey's biweight of a residual in deviations: 1 at nothing, 0 from TUKEY on. */
export function biweight(deviations: number): number {
  const t = deviations / TUKEY;
  return t * t >= 1 ? 0 : (1 - t * t) ** 2;
}

/** The middle value; the upper of the two middle ones of an even number. NaN of none. */
export function median(values: ArrayLike<number>): number {
  const sorted = new Float64Array(values).sort();
  return sorted.length === 0 ? NaN : sorted[sorted.length >> 1]!;
}

/** Median absolute deviation over a normal distribution's. */
const NORMAL = 1.4826;

/** Robust standard deviation of residuals about zero: 1.4826 times their median absolute value. */
export function spreadOf(residuals: ArrayLike<number>): number {
  const sizes = new Float64Array(residuals.length);
  for (let i = 0; i < sizes.length; i++) sizes[i] = Math.abs(residuals[i]!);
  return NORMAL * median(sizes);
}
