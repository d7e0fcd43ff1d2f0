import { type Words, figure, listed, row, tell } from "../../language";
import type { SurfaceScale } from "./scale";
import { weighed } from "./weighed";

/** Sizes contradict each other beyond so many deviations, and this share of themselves. */
const SIZES_CONTRADICT = { sigmas: 3, share: 0.01 } as const;

/** Where a size contradicts what the others on its surface say, in words. */
export function scaleWords(scales: readonly SurfaceScale[], noise: number, nameOf: (id: string) => string): Words[] {
  return scales.flatMap(({ told }) => {
    const odd = told
      .flatMap((own) => {
        const others = weighed(told.filter((t) => t !== own));
        if (!others) return [];
        const by = own.log - others.log;
        return [{ own, by, off: Math.abs(by) / (noise * Math.sqrt(own.variance + others.variance)) }];
      })
      .filter((o) => o.off > SIZES_CONTRADICT.sigmas && Math.abs(o.by) > SIZES_CONTRADICT.share)
      .sort((a, b) => b.off - a.off)[0];
    if (!odd) return [];
    const id = nameOf(odd.own.id);
    const others = listed(told.filter((t) => t !== odd.own).map((t) => nameOf(t.id)));
    const share = percentOf(Math.expm1(Math.abs(odd.by)));
    return [
      odd.by > 0
        ? tell(
            "{id} is stated {share} larger than {others} would have it. Is its size right? Is it further off than the others?",
            { id, share, others },
          )
        : tell(
            "{id} is stated {share} smaller than {others} would have it. Is its size right? Is it nearer than the others?",
            { id, share, others },
          ),
    ];
  });
}

const percentOf = (share: number): Words => row([figure(100 * share, share < 0.1 ? 1 : 0), " %"]);
