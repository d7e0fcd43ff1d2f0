import { type Fit, columnsOf } from "./fit-lines";
import type { ModelLine } from "./line-model";

export interface LineShare {
  readonly id: string;
  /** How far the line misses what all of them say, pixels of end placement; 0 while unsolved. */
  readonly residualPx: number;
  /** Its deleted, studentised residual: how many deviations it misses what the others say. */
  readonly studentised: number;
  /** Leverage, 0…1: how much of the line's own miss its weight hides. */
  readonly leverage: number;
  /** The line's share in fixing the angles, 0…1; shares add up to 1. */
  readonly pull: number;
  /** Index of the wall a sill is on; null for plumbs and while unsolved. */
  readonly wall: number | null;
}

/** How many lines' worth of belief the prior of the end noise carries against the residuals seen. */
export const PRIOR_WEIGHT = 10;

/**
 * Residuals, and shares of the angles: a unit miss of line i moves the unknowns by C Jᵢᵀ, and the squares of that over
 * all lines add up to C's diagonal. Deleted residuals: Cook & Weisberg, Residuals and Influence in Regression, 1982, §2.2.
 */
export function sharesOf(fit: Fit, model: readonly ModelLine[], face: number | null): Map<string, LineShare> {
  const angles = face === null ? [0, 1] : [0, 1, 2 + face];
  const { cofactor, count, rows } = fit;
  const freeFocal = count > 2 + fit.unknowns.headings.length;
  return new Map(
    model.map((line, i) => {
      const row = rows[i]!;
      const columns = columnsOf(line, count, freeFocal);
      /** How a unit miss of the line moves unknown `a`, degrees. */
      const moves = (a: number): number =>
        cofactor ? columns.reduce((sum, c, j) => (c < 0 ? sum : sum + cofactor[a]![c]! * row[j]!), 0) : 0;
      const h = Math.min(
        1 - 1e-9,
        columns.reduce((sum, c, j) => (c < 0 ? sum : sum + row[j]! * moves(c)), 0),
      );
      const miss = fit.misses[i]!;
      const dof = model.length - count - 1;
      const rest = Math.max(0, fit.cost - (miss * miss) / (1 - h));
      const scale = (PRIOR_WEIGHT + rest) / (PRIOR_WEIGHT + Math.max(0, dof));
      const pull = angles.reduce((sum, a) => sum + moves(a) ** 2 / cofactor![a]![a]!, 0) / angles.length;
      const share: LineShare = {
        id: line.id,
        residualPx: Math.abs(miss) * line.sigmaPx,
        studentised: dof < 0 ? 0 : Math.abs(miss) / Math.sqrt((1 - h) * scale),
        leverage: h,
        pull,
        wall: line.kind === "sill" ? line.wall : null,
      };
      return [line.id, share];
    }),
  );
}
