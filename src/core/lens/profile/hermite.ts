/**
 * Smooth interpolation through knots: cubic Hermite pieces with slopes from the parabola through each knot and its
 * neighbours, limited so that no piece overshoots its knots (Fritsch and Carlson, "Monotone Piecewise Cubic
 * Interpolation", SIAM J. Numer. Anal. 17, 1980). Beyond the ends the end's value holds: nothing is extrapolated.
 *
 * @param xs rising. @param ys one value a knot. @throws RangeError without knots.
 */
export function hermite(xs: readonly number[], ys: readonly number[], x: number): number {
  const n = xs.length;
  if (n === 0) throw new RangeError("There is nothing to interpolate between.");
  if (n === 1 || x <= xs[0]!) return ys[0]!;
  if (x >= xs[n - 1]!) return ys[n - 1]!;
  let i = 0;
  while (x > xs[i + 1]!) i++;
  const h = xs[i + 1]! - xs[i]!;
  const t = (x - xs[i]!) / h;
  const [a, b] = [slopeAt(xs, ys, i), slopeAt(xs, ys, i + 1)];
  const t2 = t * t;
  const t3 = t2 * t;
  return (
    (2 * t3 - 3 * t2 + 1) * ys[i]! + (t3 - 2 * t2 + t) * h * a + (3 * t2 - 2 * t3) * ys[i + 1]! + (t3 - t2) * h * b
  );
}

function slopeAt(xs: readonly number[], ys: readonly number[], i: number): number {
  const n = xs.length;
  const secant = (j: number): number => (ys[j + 1]! - ys[j]!) / (xs[j + 1]! - xs[j]!);
  if (n === 2) return secant(0);
  const [before, after] = [secant(Math.max(0, Math.min(n - 2, i - 1))), secant(Math.min(n - 2, Math.max(0, i)))];
  if (i === 0 || i === n - 1) {
    // The end of the parabola through the last three knots.
    const [p, q] = i === 0 ? [0, 1] : [n - 2, n - 3];
    const [hp, hq] = [xs[p + 1]! - xs[p]!, xs[q + 1]! - xs[q]!];
    const end = ((2 * hp + hq) * secant(p) - hp * secant(q)) / (hp + hq);
    return limitedSlope(end, secant(p), secant(p));
  }
  const [hb, ha] = [xs[i]! - xs[i - 1]!, xs[i + 1]! - xs[i]!];
  return limitedSlope((ha * before + hb * after) / (ha + hb), before, after);
}

/** A slope no steeper than three times either secant, and level where they disagree in sign. */
function limitedSlope(slope: number, before: number, after: number): number {
  if (before * after <= 0 || slope * before <= 0) return 0;
  const most = 3 * Math.min(Math.abs(before), Math.abs(after));
  return Math.sign(slope) * Math.min(Math.abs(slope), most);
}
