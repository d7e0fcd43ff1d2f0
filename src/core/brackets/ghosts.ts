import { fromLight, toLight } from "../course";
import { median } from "../numerics";
import type { Exposure } from "./fusion";
import { type Plane, boxMean, emptyPlane, halvedPlane } from "./plane";

/** Values that tell how much longer one exposure is than another, and that can be told to have moved; as displayed. */
const TELLING = [0.08, 0.92] as const;
/** Further off than this from what the exposure explains, something has moved; as displayed. */
const MOVED = 0.1;
/** A ghost is looked for at a size no larger than this, pixels of the longer side. */
const LOOKED = 900;
/** Half the side of what must mostly have moved to be a ghost, and of the surroundings it takes with it, pixels at that size. */
const SPECK = 1;
const AROUND = 3;

/** How many times as much light an exposure got as another, by what both show well; 1 where nothing tells. */
function timesOf(exposure: Plane, reference: Plane): number {
  const ratios: number[] = [];
  const every = Math.max(1, Math.floor(exposure.data.length / 50_000));
  for (let i = 0; i < exposure.data.length; i += every) {
    const [a, b] = [exposure.data[i]!, reference.data[i]!];
    if (a > TELLING[0] && a < TELLING[1] && b > TELLING[0] && b < TELLING[1])
      ratios.push(Math.log(toLight(a) / toLight(b)));
  }
  return ratios.length > 100 ? Math.exp(median(ratios)) : 1;
}

/**
 * Where an exposure shows something else than the reference does: what moved between the two. Where the reference itself is too dark or too
 * light to tell, nothing is said to have moved.
 *
 * @returns 0 where all is as it was to 1 where only the reference may be shown, at the exposures' size.
 */
export function movedIn(exposure: Exposure, reference: Exposure): Plane {
  let small = exposure.map((p, c) => [p, reference[c]!] as const);
  while (Math.max(small[0]![0].width, small[0]![0].height) > LOOKED)
    small = small.map(([a, b]) => [halvedPlane(a), halvedPlane(b)] as const);
  const { width, height } = small[0]![0];
  const times = small.map(([a, b]) => timesOf(a, b));
  const off = emptyPlane(width, height);
  for (let i = 0; i < off.data.length; i++) {
    let worst = 0;
    small.forEach(([a, b], c) => {
      const was = b.data[i]!;
      if (was <= TELLING[0] || was >= TELLING[1]) return;
      const should = fromLight(Math.min(1, toLight(was) * times[c]!));
      const is = a.data[i]!;
      // What is burnt out or black in the exposure may have been anything beyond.
      if (should > TELLING[1] && is > TELLING[1]) return;
      worst = Math.max(worst, Math.abs(should - is));
    });
    off.data[i] = worst > MOVED ? 1 : 0;
  }
  const firm = boxMean(off, SPECK);
  for (let i = 0; i < firm.data.length; i++) firm.data[i] = firm.data[i]! > 0.6 ? 1 : 0;
  const grown = boxMean(firm, AROUND);
  const full = exposure[0]!;
  const out = emptyPlane(full.width, full.height);
  const [sx, sy] = [width / full.width, height / full.height];
  for (let y = 0, i = 0; y < full.height; y++) {
    const row = Math.min(height - 1, Math.floor(y * sy)) * width;
    for (let x = 0; x < full.width; x++, i++)
      out.data[i] = Math.min(1, 4 * grown.data[row + Math.min(width - 1, Math.floor(x * sx))]!);
  }
  return out;
}
