import { Matrix, inverse, solve } from "ml-matrix";

export interface Fit {
  readonly parameters: readonly number[];
  readonly residuals: Float64Array;
  /** Inverse of the weighted normal matrix; times the noise's variance it is the covariance. */
  readonly cofactor: Matrix;
}

/**
 * Levenberg and Marquardt's method with central differences (J. Moré, "The Levenberg–Marquardt algorithm", 1978).
 *
 * @param steps how far each parameter is moved to see its effect; also their scale.
 * @param weights one a residual; a function, so that they may follow the residuals' number.
 * @throws RangeError when the parameters are not determined by the residuals.
 */
export function leastSquares(
  residualsOf: (parameters: readonly number[]) => Float64Array,
  start: readonly number[],
  steps: readonly number[],
  weights: Float64Array,
  rounds = 40,
): Fit {
  const n = start.length;
  let parameters = [...start];
  let residuals = residualsOf(parameters);
  const cost = (r: Float64Array): number => {
    let sum = 0;
    for (let i = 0; i < r.length; i++) sum += weights[i]! * r[i]! * r[i]!;
    return sum;
  };
  let now = cost(residuals);
  let damping = 1e-4;
  let normal = new Matrix(n, n);
  for (let round = 0; round < rounds; round++) {
    const columns = steps.map((h, j) => {
      const at = (by: number): Float64Array => residualsOf(parameters.map((p, i) => (i === j ? p + by : p)));
      const [plus, minus] = [at(h), at(-h)];
      return plus.map((v, i) => (v - minus[i]!) / 2);
    });
    // In units of the steps, so that the matrix is well scaled.
    normal = new Matrix(n, n);
    const right = new Matrix(n, 1);
    for (let a = 0; a < n; a++) {
      for (let b = a; b < n; b++) {
        let sum = 0;
        for (let i = 0; i < residuals.length; i++) sum += weights[i]! * columns[a]![i]! * columns[b]![i]!;
        normal.set(a, b, sum);
        normal.set(b, a, sum);
      }
      let sum = 0;
      for (let i = 0; i < residuals.length; i++) sum -= weights[i]! * columns[a]![i]! * residuals[i]!;
      right.set(a, 0, sum);
    }
    let settled = false;
    for (let tries = 0; tries < 12; tries++) {
      const damped = normal.clone();
      for (let a = 0; a < n; a++) damped.set(a, a, normal.get(a, a) * (1 + damping) + 1e-300);
      const move = solve(damped, right);
      const next = parameters.map((p, i) => p + move.get(i, 0) * steps[i]!);
      const tried = residualsOf(next);
      const then = cost(tried);
      if (then <= now) {
        settled = now - then < 1e-10 * now || now === 0;
        parameters = next;
        residuals = tried;
        now = then;
        damping = Math.max(1e-12, damping / 10);
        break;
      }
      damping *= 10;
      if (tries === 11) settled = true;
    }
    if (settled) break;
  }
  const scaled = inverse(normal, true);
  const cofactor = new Matrix(n, n);
  for (let a = 0; a < n; a++) for (let b = 0; b < n; b++) cofactor.set(a, b, scaled.get(a, b) * steps[a]! * steps[b]!);
  return { parameters, residuals, cofactor };
}
