import { solveSymmetric } from "./symmetric";

/** JᵀJ and Jᵀr of residuals r that are weighted already. */
export interface NormalEquations {
  readonly a: readonly (readonly number[])[];
  readonly g: readonly number[];
}

/** A place of the search. */
export interface Here<S> {
  readonly state: S;
  /** Sum of the residuals' squares; not finite where there is no going. */
  readonly cost: number;
  /** Asked for only where the search goes on from here. */
  equations(): NormalEquations;
}

export interface DampedOptions {
  /** Over when a step promises to lower the cost by less than this share of it, … */
  readonly until: number;
  /** … the cost taken to be no less than this. */
  readonly least?: number;
  /** Steps taken at most. */
  readonly rounds?: number;
  readonly damping?: number;
}

const MOST_DAMPED = 1e8;

/**
 * Levenberg and Marquardt's damped least squares (J. Moré, "The Levenberg–Marquardt algorithm", 1978), the damping in units
 * of each unknown's own curvature; the cost never rises.
 *
 * @param at a state's cost and equations. @param moved a state after a step in the unknowns, one number each.
 */
export function dampedLeastSquares<S, H extends Here<S>>(
  at: (state: S) => H,
  moved: (state: S, step: readonly number[]) => S,
  start: S,
  { until, least = 0, rounds = 80, damping: begin = 1e-6 }: DampedOptions,
): H {
  let here = at(start);
  let damping = begin;
  for (let round = 0; round < rounds; round++) {
    const { a, g } = here.equations();
    let next: H | null = null;
    while (!next) {
      const step = solveSymmetric(
        a.map((row, i) => row.map((v, j) => (i === j ? v * (1 + damping) + 1e-300 : v))),
        g,
      );
      const promised = step ? step.reduce((sum, s, i) => sum + s * g[i]!, 0) : 0;
      if (!step || !(promised >= until * (least + here.cost)) || promised === 0) return here;
      const tried = at(
        moved(
          here.state,
          step.map((s) => -s),
        ),
      );
      if (tried.cost <= here.cost) next = tried;
      else {
        damping = Math.max(damping, 1e-9) * 10;
        if (damping > MOST_DAMPED) return here;
      }
    }
    here = next;
    damping = Math.max(damping / 10, 1e-12);
  }
  return here;
}
