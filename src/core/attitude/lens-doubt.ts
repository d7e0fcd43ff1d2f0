import type { Vec2 } from "../geometry";
import type { Lens } from "../lens";
import { type Fit, columnsOf } from "./fit-lines";
import { type LineInput, type ModelLine, missOf } from "./line-model";
import { observe } from "./plumb-residual";

/**
 * By how much each unknown would move if the lens were another, to first order: −(JᵀJ)⁻¹ Jᵀ Δmiss.
 *
 * @param other a lens one deviation away from the one assumed. @param freeFocal whether the focal length is the last unknown.
 * @returns degrees (and the logarithm of the focal length in degrees), in the order of the fit's unknowns.
 */
export function lensShift(
  fit: Fit,
  model: readonly ModelLine[],
  inputs: readonly LineInput[],
  principal: Vec2,
  other: Lens,
  freeFocal: boolean,
): number[] {
  const recorded = new Map(inputs.map((l) => [l.id, l.ends]));
  const pulled = new Array<number>(fit.count).fill(0);
  model.forEach((line, n) => {
    const seen = { ...line, ...observe(other, line.id, recorded.get(line.id)!) };
    const change = missOf(seen, principal, fit.unknowns) - fit.misses[n]!;
    columnsOf(line, fit.count, freeFocal).forEach((column, i) => {
      if (column >= 0) pulled[column]! += fit.rows[n]![i]! * change;
    });
  });
  return fit.cofactor!.map((row) => -row.reduce((sum, c, j) => sum + c * pulled[j]!, 0));
}
