import { type Words, figure, listed, tell } from "../../language";
import { ratioOf } from "./ratio-of";
import type { KnownMeasure } from "./recipe-part";
import type { MeasureShare } from "./measure-share";
import type { Factor } from "./weighed";

/** Measures further from the others than this, deviations of both, contradict them. */
export const CONTRADICTS = 4;
/** Marks that miss their shape by more than this make another shape, pixels (root mean square). */
export const MISSHAPEN_PX = 6;

/** Why a measure cannot count, in words. */
export const cannot = (measure: KnownMeasure): Words =>
  measure.kind === "length"
    ? tell("Its ends are one place, or lie where what it is on cannot be seen.")
    : tell("Its marks lie on one line, cross over, or lie where what it is on cannot be seen.");

/** Measures within this of what others say count as agreeing, as a logarithm. */
const AGREES = 0.02;

const EXCHANGED = tell("With its width and height exchanged it would agree.");

/** Why a measure may contradict the others, in words. */
export function likelyCause(m: KnownMeasure, own: Factor, others: Factor): Words {
  const off = own.log - others.log;
  if (m.kind !== "length" && Math.abs(off + 2 * Math.log(ratioOf(m))) < AGREES) return EXCHANGED;
  const share = 100 * Math.abs(Math.expm1(off));
  return share < 10
    ? tell("They differ by {share} %: is its size as stated, and are its marks on its edges?", {
        share: figure(share, 1),
      })
    : tell("Is it on another wall, or its size another?");
}

export function wordsOf(shares: readonly MeasureShare[]): Words[] {
  const words = shares.flatMap(({ id, why, missPx }) => {
    if (why) return [tell("Measure {id} does not count. {why}", { id, why })];
    if (missPx === null || missPx <= MISSHAPEN_PX) return [];
    return [
      tell("The marks of measure {id} miss its shape by {miss} px: is it tilted, or a mark elsewhere?", {
        id,
        miss: Math.round(missPx),
      }),
    ];
  });
  const odd = shares.filter((s) => s.off !== null && s.off > CONTRADICTS).sort((a, b) => b.off! - a.off!);
  if (odd.length === 0) return words;
  if (shares.filter((s) => s.off !== null).length < 3) {
    const exchanged = odd.find((s) => s.cause === EXCHANGED);
    const cause = exchanged
      ? tell("With width and height of {id} exchanged they would agree.", { id: exchanged.id })
      : tell("Is one of them on another wall, or its size another?");
    return [
      ...words,
      tell("Measures {names} contradict each other. {cause}", { names: listed(odd.map((s) => s.id)), cause }),
    ];
  }
  return [
    ...words,
    tell("Measure {id} contradicts the others. {cause}", { id: odd[0]!.id, cause: odd[0]!.cause ?? "" }),
  ];
}
