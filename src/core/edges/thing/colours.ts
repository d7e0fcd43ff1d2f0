/** A picture in which a thing is looked for: red, green and blue, 0…255, so many channels a pixel. */
export interface ThingPicture {
  readonly data: Uint8Array | Uint8ClampedArray;
  readonly width: number;
  readonly height: number;
  readonly channels: 3 | 4;
}

/** Lightness and two colour differences of each pixel, about 0…1 and −1…1; the differences count for more, as a thing's shade varies. */
export interface Colours {
  readonly width: number;
  readonly height: number;
  readonly data: Float32Array;
}

const COLOUR_WEIGHT = 1.5;

export function coloursOf({ data, width, height, channels }: ThingPicture): Colours {
  const out = new Float32Array(3 * width * height);
  for (let i = 0; i < width * height; i++) {
    const [r, g, b] = [data[channels * i]! / 255, data[channels * i + 1]! / 255, data[channels * i + 2]! / 255];
    out[3 * i] = 0.3 * r + 0.6 * g + 0.1 * b;
    out[3 * i + 1] = COLOUR_WEIGHT * (r - g);
    out[3 * i + 2] = COLOUR_WEIGHT * (0.5 * (r + g) - b);
  }
  return { width, height, data: out };
}

/** How far two pixels' colours are apart. */
export function apart({ data }: Colours, i: number, j: number): number {
  const d0 = data[3 * i]! - data[3 * j]!;
  const d1 = data[3 * i + 1]! - data[3 * j + 1]!;
  const d2 = data[3 * i + 2]! - data[3 * j + 2]!;
  return Math.sqrt(d0 * d0 + d1 * d1 + d2 * d2);
}

/** Bins of each of the three; a pixel's bin lies at its nearest. */
const BINS = 16;
/** Of all that is counted so much is spread over every bin, so that nothing is impossible. */
const SPREAD = 0.02;

const bin = (v: number, low: number, high: number): number =>
  Math.max(0, Math.min(BINS - 1, Math.floor(((v - low) / (high - low)) * BINS)));

/** Each pixel's bin. */
export function binsOf({ data, width, height }: Colours): Uint16Array {
  const bins = new Uint16Array(width * height);
  for (let i = 0; i < bins.length; i++)
    bins[i] =
      (bin(data[3 * i]!, 0, 1) * BINS + bin(data[3 * i + 1]!, -0.6, 0.6)) * BINS + bin(data[3 * i + 2]!, -0.6, 0.6);
  return bins;
}

/** How often the colours of some pixels occur, smoothed over neighbouring bins: natural logarithms of their shares. */
export function colourModel(bins: Uint16Array, weight: (i: number) => number): Float64Array {
  let counts: Float64Array = new Float64Array(BINS ** 3);
  let all = 0;
  for (let i = 0; i < bins.length; i++) {
    const w = weight(i);
    counts[bins[i]!]! += w;
    all += w;
  }
  for (const step of [1, BINS, BINS * BINS]) counts = smoothed(counts, step);
  return counts.map((n) => Math.log(((1 - SPREAD) * n) / Math.max(all, 1e-9) + SPREAD / counts.length));
}

/** Along one of the three, by ¼ ½ ¼; at the ends what would fall out stays. */
function smoothed(counts: Float64Array, step: number): Float64Array {
  const out = new Float64Array(counts.length);
  for (let i = 0; i < counts.length; i++) {
    const at = Math.floor(i / step) % BINS;
    const before = at > 0 ? i - step : i;
    const after = at < BINS - 1 ? i + step : i;
    out[before]! += counts[i]! / 4;
    out[i]! += counts[i]! / 2;
    out[after]! += counts[i]! / 4;
  }
  return out;
}
