import { USUAL_BLUR, USUAL_NOISE } from "./even-step";

/** How a photo shows things as shot. */
export interface AsShot {
  /** Deviation of the blur of its sharpest edges, pixels. */
  readonly blur: number;
  /** Deviation of its noise, 0…1 as displayed. */
  readonly noise: number;
  /** How many edges the blur was told by; 0 where too few were found and it is the usual one. */
  readonly edges: number;
}

/** Part of a photo: one brightness a pixel, 0…255 as displayed. */
interface Brightness {
  readonly data: ArrayLike<number>;
  readonly width: number;
  readonly height: number;
}

/** Edges of less contrast than this, 0…255, say little. */
const CONTRAST = 45;
/** An edge is followed to where it rises by less than this share of its steepest. */
const TAIL = 0.06;
/** And no further than so many pixels to either side. */
const FURTHEST = 7;
/** Cut off there, a Gaussian seems this much narrower. */
const CUT = 1.07;
/** Edges further from standing, or level, than this look softer than they are: slope across over slope along. */
const SQUARE = 4;
/** The sharpest edges are those of what was in focus: this share of them counts. */
const SHARPEST = 0.5;
/** Fewer edges say nothing. */
const FEWEST = 40;
/** Rows, and columns, that are looked through are so far apart; where they show fewer edges than ENOUGH, those between them too. */
const APART = 6;
const ENOUGH = 1000;
/** Places whose noise is looked at are so far apart. */
const PLACES_APART = 3;
/** The lower half of what is normal, its sign left out, is this on average, in deviations: 4 (φ(0) − φ(0.6745)). */
const LOWER_HALF = 0.3246;
/** The noise that rounding to 256 levels is. */
const ROUNDING = 1 / 255 / Math.sqrt(12);

/** The deviation of an edge along a line of brightness, whose steepest difference begins at i; null where it is no clean edge. */
function blurAt(at: (i: number) => number, i: number, length: number): number | null {
  const peak = at(i + 1) - at(i);
  const rise = (k: number): number => (at(k + 1) - at(k)) / peak;
  let [from, to] = [i, i];
  while (from > i - FURTHEST && from > 1 && rise(from - 1) > TAIL) from--;
  while (to < i + FURTHEST && to < length - 3 && rise(to + 1) > TAIL) to++;
  if (from === i - FURTHEST || to === i + FURTHEST || Math.abs(at(to + 1) - at(from)) < CONTRAST) return null;
  let [sum, first, second] = [0, 0, 0];
  for (let k = from; k <= to; k++) {
    const r = rise(k);
    sum += r;
    first += r * (k - i);
    second += r * (k - i) ** 2;
  }
  // The difference of two pixels is the slope's mean over one.
  const variance = second / sum - (first / sum) ** 2 - 1 / 12;
  return variance > 0.02 ? CUT * Math.sqrt(variance) : null;
}

/** Numbers from 0 up are counted in steps of so much, up to the greatest there is: 16 · 255. */
const STEP = 1 / 8;
const STEPS = (16 * 255) / STEP + 1;

/** The mean of the lesser half of the numbers at all places looked at, but for those in the step where the half ends; null: there are none. */
function lowerHalf(width: number, height: number, at: (p: number) => number): number | null {
  const counts = new Uint32Array(STEPS);
  const sums = new Float64Array(STEPS);
  let all = 0;
  for (let y = 1; y < height - 1; y += PLACES_APART)
    for (let x = 1; x < width - 1; x += PLACES_APART, all++) {
      const v = at(y * width + x);
      const n = (v / STEP) | 0;
      counts[n]! += 1;
      sums[n]! += v;
    }
  const half = all >> 1;
  let [seen, sum] = [0, 0];
  for (let n = 0; n < STEPS && seen < half; n++) {
    const part = Math.min(1, (half - seen) / (counts[n]! || 1));
    seen += counts[n]! * part;
    sum += sums[n]! * part;
  }
  return half === 0 ? null : sum / half;
}

/**
 * How softly a photo shows its sharpest edges, and how much noise it has, by itself: the spread of the rise across edges that stand nearly
 * standing or level; and the half of all places that differ least from their surroundings by Immerkær's mask (1996, "Fast noise variance
 * estimation"). What it has too little of is taken as usual.
 */
export function asShot({ data, width, height }: Brightness): AsShot {
  const blurs: number[] = [];
  /** Looks at the difference after the i-th number of a line, which begins at `start` and goes on by `along`. */
  const look = (start: number, i: number, length: number, along: number, across: number): void => {
    const p = start + i * along;
    const rise = data[p + along]! - data[p]!;
    const steep = rise < 0 ? -rise : rise;
    if (steep < CONTRAST / 6 || steep < Math.abs(data[p]! - data[p - along]!)) return;
    if (steep <= Math.abs(data[p + 2 * along]! - data[p + along]!)) return;
    const beside = data[p + across]! - data[p - across]!;
    if (Math.abs(beside) * SQUARE > 2 * steep) return;
    const blur = blurAt((k) => data[start + k * along]!, i, length);
    if (blur !== null) blurs.push(blur);
  };
  for (const first of [4, 4 + APART / 2]) {
    if (blurs.length >= ENOUGH) break;
    for (let y = first; y < height - 4; y += APART)
      for (let x = 3; x < width - 5; x++) look(y * width, x, width, 1, width);
    // Down the columns, but along the rows: that is how they lie in memory.
    for (let y = 3; y < height - 5; y++) for (let x = first; x < width - 4; x += APART) look(x, y, height, width, 1);
  }
  const still = lowerHalf(width, height, (p) => {
    const corners = data[p - width - 1]! + data[p - width + 1]! + data[p + width - 1]! + data[p + width + 1]!;
    const sides = data[p - width]! + data[p + width]! + data[p - 1]! + data[p + 1]!;
    return Math.abs(4 * data[p]! - 2 * sides + corners);
  });
  const sharp = blurs.sort((a, b) => a - b);
  return {
    edges: sharp.length < FEWEST ? 0 : sharp.length,
    blur:
      sharp.length < FEWEST
        ? USUAL_BLUR
        : Math.max(0.3, Math.min(3, sharp[Math.floor((SHARPEST / 2) * sharp.length)]!)),
    noise: still === null ? USUAL_NOISE : Math.max(ROUNDING, still / 6 / LOWER_HALF / 255),
  };
}
