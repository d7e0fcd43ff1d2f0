import { type Here, type NormalEquations, dampedLeastSquares } from "./damped";
import { invertSymmetric } from "./symmetric";

export interface Fit {
  readonly parameters: readonly number[];
  readonly residuals: Float64Array;
  /** Inverse of the weighted normal matrix; times the noise's variance it is the covariance. */
  readonly cofactor: readonly (readonly number[])[];
}

/**
 * Damped least squares of a function of few parameters, its derivatives by central differences.
 *
 * @param steps how far each parameter is moved to see its effect.
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
  interface Place extends Here<readonly number[]> {
    readonly residuals: Float64Array;
  }
  const at = (state: readonly number[]): Place => {
    const residuals = residualsOf(state);
    let cost = 0;
    for (let i = 0; i < residuals.length; i++) cost += weights[i]! * residuals[i]! * residuals[i]!;
    return { state, residuals, cost, equations: () => equationsAt(residualsOf, state, steps, residuals, weights) };
  };
  const { state, residuals, equations } = dampedLeastSquares(
    at,
    (state, step) => state.map((p, i) => p + step[i]!),
    start,
    { until: 1e-10, rounds, damping: 1e-4 },
  );
  const cofactor = invertSymmetric(equations().a);
  if (!cofactor) throw new RangeError("The parameters are not determined by the residuals.");
  return { parameters: state, residuals, cofactor };
}

function equationsAt(
  residualsOf: (parameters: readonly number[]) => Float64Array,
  parameters: readonly number[],
  steps: readonly number[],
  residuals: Float64Array,
  weights: Float64Array,
): NormalEquations {
  const n = parameters.length;
  const columns = steps.map((h, j) => {
    const moved = (by: number): Float64Array => residualsOf(parameters.map((p, i) => (i === j ? p + by : p)));
    const [plus, minus] = [moved(h), moved(-h)];
    for (let i = 0; i < plus.length; i++) plus[i] = (plus[i]! - minus[i]!) / (2 * h);
    return plus;
  });
  const a = Array.from({ length: n }, () => new Array<number>(n).fill(0));
  const g = new Array<number>(n).fill(0);
  for (let r = 0; r < n; r++) {
    const column = columns[r]!;
    for (let c = r; c < n; c++) {
      const other = columns[c]!;
      let sum = 0;
      for (let i = 0; i < residuals.length; i++) sum += weights[i]! * column[i]! * other[i]!;
      a[r]![c] = a[c]![r] = sum;
    }
    for (let i = 0; i < residuals.length; i++) g[r]! += weights[i]! * column[i]! * residuals[i]!;
  }
  return { a, g };
}
