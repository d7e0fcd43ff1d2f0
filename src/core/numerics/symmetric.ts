/** Pivots smaller than this share of the largest diagonal element make a matrix singular. */
const SINGULAR = 1e-13;

/** L of A = L Lᵀ scaled to a unit diagonal, with the scales; null where A is not positive definite. */
function cholesky(a: readonly (readonly number[])[]): { l: number[][]; scale: number[] } | null {
  const n = a.length;
  const scale = a.map((row, i) => 1 / Math.sqrt(row[i]!));
  if (scale.some((s) => !Number.isFinite(s))) return null;
  const l = a.map((row) => new Array<number>(row.length).fill(0));
  for (let i = 0; i < n; i++)
    for (let j = 0; j <= i; j++) {
      let sum = a[i]![j]! * scale[i]! * scale[j]!;
      for (let k = 0; k < j; k++) sum -= l[i]![k]! * l[j]![k]!;
      if (i === j) {
        if (!(sum > SINGULAR)) return null;
        l[i]![i] = Math.sqrt(sum);
      } else l[i]![j] = sum / l[j]![j]!;
    }
  return { l, scale };
}

/** The lower triangle L of A = L Lᵀ, whose columns are independent ways of a covariance A; null where A is not positive definite. */
export function rootOf(a: readonly (readonly number[])[]): number[][] | null {
  const factor = cholesky(a);
  return factor && factor.l.map((row, i) => row.map((v) => v / factor.scale[i]!));
}

/** x of A x = b for a small positive definite A, or null where it is singular. */
export function solveSymmetric(a: readonly (readonly number[])[], b: readonly number[]): number[] | null {
  const factor = cholesky(a);
  return factor && solved(factor, b);
}

function solved({ l, scale }: { l: number[][]; scale: number[] }, b: readonly number[]): number[] {
  const n = b.length;
  const y = b.map((v, i) => v * scale[i]!);
  for (let i = 0; i < n; i++) {
    for (let k = 0; k < i; k++) y[i]! -= l[i]![k]! * y[k]!;
    y[i]! /= l[i]![i]!;
  }
  for (let i = n - 1; i >= 0; i--) {
    for (let k = i + 1; k < n; k++) y[i]! -= l[k]![i]! * y[k]!;
    y[i]! /= l[i]![i]!;
  }
  return y.map((v, i) => v * scale[i]!);
}

/** A⁻¹ of a small positive definite A, or null where it is singular. */
export function invertSymmetric(a: readonly (readonly number[])[]): number[][] | null {
  const factor = cholesky(a);
  return (
    factor &&
    a.map((_, i) =>
      solved(
        factor,
        a.map((__, j) => (i === j ? 1 : 0)),
      ),
    )
  );
}
