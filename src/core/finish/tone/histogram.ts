import { SEEN, lightOf, numberOf } from "../light";
import { type FinishSettings, NO_FINISH } from "../recipe-part";
import { toneOf, toned } from "./tone";

/** Bars of a histogram. */
export const BINS = 64;

/** How bright a picture is, in shares of its places, before and after a tone. */
export interface ToneHistogram {
  /** Of each of BINS parts of what is displayed, from black to white. */
  readonly before: readonly number[];
  readonly after: readonly number[];
  /** Share of places of which a colour is at its end: black, and white. */
  readonly clipped: { readonly black: number; readonly white: number };
}

/** Numbers this near their end have nothing left in them, as displayed. */
const AT_END = 0.5 / 255;

/** Light at which each bar but the first begins; and of what has nothing left. What is asked of each place is asked of its light. */
const BEGINS = Float64Array.from({ length: BINS - 1 }, (_, i) => lightOf((i + 1) / BINS));
const [BLACK, WHITE] = [lightOf(AT_END), lightOf(1 - AT_END)];
const LIGHTS = Float64Array.from({ length: 256 }, (_, v) => lightOf(v / 255));

/** The bar that a light belongs to: how many of the others begin at it or before. */
function barOf(light: number): number {
  let [low, high] = [0, BINS - 1];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (BEGINS[middle]! <= light) low = middle + 1;
    else high = middle;
  }
  return low;
}

/** @param samples red, green and blue as displayed, whole numbers 0…255, side by side. */
export function toneHistogram(samples: ArrayLike<number>, settings: FinishSettings): ToneHistogram {
  const count = Math.floor(samples.length / 3);
  const [before, after] = [new Array<number>(BINS).fill(0), new Array<number>(BINS).fill(0)];
  const tone = toneOf(settings);
  const rgb = new Float64Array(3);
  let [black, white] = [0, 0];
  const put = (bins: number[]): void => {
    bins[barOf(SEEN[0] * rgb[0]! + SEEN[1] * rgb[1]! + SEEN[2] * rgb[2]!)]! += 1 / count;
  };
  for (let i = 0; i < count; i++) {
    for (let c = 0; c < 3; c++) rgb[c] = LIGHTS[samples[3 * i + c]!]!;
    put(before);
    if (settings.on) toned(rgb, tone, true);
    put(after);
    if (Math.min(rgb[0]!, rgb[1]!, rgb[2]!) <= BLACK) black += 1 / count;
    if (Math.max(rgb[0]!, rgb[1]!, rgb[2]!) >= WHITE) white += 1 / count;
  }
  return { before, after, clipped: { black, white } };
}

/** Black, white and exposure that a picture asks for. */
export interface Level {
  readonly black: number;
  readonly white: number;
  readonly exposure: number;
}

/** Shares of places that may end up black, and white. */
const ENDS = { black: 0.002, white: 0.004 } as const;
/** The middle place is to look like this, as displayed, and exposure goes only part of the way there: dusk is to stay dusk. */
const MIDDLE = 0.46;
const PART = 0.5;
/** No exposure beyond this is proposed, stops. */
const MOST_STOPS = 1.5;

/** What would level a picture's light: its ends at black and white, its middle nearer to the middle. @param samples as for toneHistogram. */
export function levelOf(samples: ArrayLike<number>): Level {
  const count = Math.floor(samples.length / 3);
  if (count === 0) return { black: 0, white: 1, exposure: 0 };
  const shown = Float64Array.from({ length: count }, (_, i) =>
    numberOf(
      SEEN[0] * lightOf(samples[3 * i]! / 255) +
        SEEN[1] * lightOf(samples[3 * i + 1]! / 255) +
        SEEN[2] * lightOf(samples[3 * i + 2]! / 255),
    ),
  ).sort();
  const at = (share: number): number => shown[Math.min(count - 1, Math.floor(share * count))]!;
  const stops = PART * Math.log2(lightOf(MIDDLE) / Math.max(1e-4, lightOf(at(0.5))));
  const exposure = rounded(Math.max(-MOST_STOPS, Math.min(MOST_STOPS, stops)));
  const exposed = (v: number): number => numberOf(lightOf(v) * 2 ** exposure);
  const black = rounded(Math.max(0, Math.min(0.15, exposed(at(ENDS.black)))));
  const white = rounded(Math.max(0.6, Math.min(1.3, exposed(at(1 - ENDS.white)))));
  return { black, white, exposure };
}

const rounded = (v: number): number => Math.round(100 * v) / 100;

/** Whether a proposal would change next to nothing. */
export const isLevel = ({ black, white, exposure }: Level): boolean =>
  Math.abs(black - NO_FINISH.black) < 0.015 && Math.abs(white - NO_FINISH.white) < 0.015 && Math.abs(exposure) < 0.05;
