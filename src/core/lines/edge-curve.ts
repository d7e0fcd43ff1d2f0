import type { Peak } from "./edge-peaks";

/**
 * A curve across a stroke: offset = Σ coefficients · tⁱ, plus `step` where the brightness rises and minus it where it
 * falls. The step is the half width of a joint: an edge between light and dark tiles lies on one side of the joint or
 * the other, by which tile is the darker.
 */
export interface Curve {
  readonly coefficients: readonly number[];
  readonly step: number;
}

export const valueOf = ({ coefficients }: Curve, t: number): number => {
  let sum = 0;
  for (let i = coefficients.length - 1; i >= 0; i--) sum = sum * t + coefficients[i]!;
  return sum;
};

/** Where on the curve's own course a peak lies: across the stroke, the joint's half width taken off. */
export const centred = (curve: Curve, p: Peak): number => p.offset - Math.sign(p.slope) * curve.step;

/** The peak of a station that lies nearest to a curve, if it is near enough. */
export function nearestTo(own: readonly Peak[], curve: Curve, reach: number): Peak[] {
  let best: Peak | null = null;
  let least = reach;
  for (const p of own) {
    const d = Math.abs(centred(curve, p) - valueOf(curve, p.t));
    if (d <= least) {
      best = p;
      least = d;
    }
  }
  return best ? [best] : [];
}

/** Least squares over t from −1 to 1, by normal equations, which are sound there. Weights ≥ 0. */
export function fitCurve(peaks: readonly Peak[], degree: number, joint: boolean, weights?: ArrayLike<number>): Curve {
  const n = degree + 1 + (joint ? 1 : 0);
  const m = Array.from({ length: n }, () => new Float64Array(n + 1));
  const row = new Float64Array(n);
  peaks.forEach(({ t, offset, slope }, at) => {
    const w = weights ? weights[at]! : 1;
    for (let i = 0; i <= degree; i++) row[i] = t ** i;
    if (joint) row[degree + 1] = Math.sign(slope);
    for (let i = 0; i < n; i++) {
      for (let j = 0; j < n; j++) m[i]![j]! += w * row[i]! * row[j]!;
      m[i]![n]! += w * offset * row[i]!;
    }
  });
  const solved = eliminate(m);
  return { coefficients: solved.slice(0, degree + 1), step: joint ? solved[degree + 1]! : 0 };
}

/** Gauss–Jordan with row pivots; what nothing determines comes out as 0. `m` is n rows of n + 1, and is used up. */
function eliminate(m: Float64Array[]): number[] {
  const n = m.length;
  for (let i = 0; i < n; i++) {
    let pivot = i;
    for (let r = i + 1; r < n; r++) if (Math.abs(m[r]![i]!) > Math.abs(m[pivot]![i]!)) pivot = r;
    [m[i], m[pivot]] = [m[pivot]!, m[i]!];
    if (Math.abs(m[i]![i]!) < 1e-9) {
      m[i]!.fill(0);
      continue;
    }
    for (let r = 0; r < n; r++) {
      if (r === i || m[i]![i] === 0) continue;
      const by = m[r]![i]! / m[i]![i]!;
      for (let c = i; c <= n; c++) m[r]![c]! -= by * m[i]![c]!;
    }
  }
  return m.map((row, i) => (row[i] ? row[n]! / row[i]! : 0));
}

/** The parabola through three peaks. */
export function parabola(a: Peak, b: Peak, c: Peak): Curve {
  const first = (b.offset - a.offset) / (b.t - a.t);
  const second = ((c.offset - b.offset) / (c.t - b.t) - first) / (c.t - a.t);
  return {
    coefficients: [a.offset - first * a.t + second * a.t * b.t, first - second * (a.t + b.t), second],
    step: 0,
  };
}
