import { toLight } from "../../course";
import type { Shift } from "./carry";
import type { Context } from "./context";
import type { Field } from "./field";
import { Likely } from "./likely";
import type { FillManner } from "./manner";
import type { Trust } from "./trust";

/** How much of the way to what all shifts together say a copy is taken. */
const LEANS = 0.85;
/** Variance of the bell by which leanings are read between the pixels of the half-size field, its pixels squared. */
const SPREAD = 2;
const REACH = 3;

/**
 * What each gap pixel's copy is lighter or darker by for leaning towards the mean of what all shifts would bring there, each
 * weighed by how likely it is. One copy alone has a whole texture's chance patches of light and dark; their mean is what can
 * be known of them. Only soft differences lean, so every copy keeps its own grain.
 *
 * @param field the half-size field. @param labels of the context's pixels.
 * @returns red, green and blue light for every pixel of the field; 0 outside the gaps.
 */
export function leaningsOf(
  field: Field,
  shifts: readonly Shift[],
  context: Context,
  labels: Int16Array,
  { otherThing }: FillManner,
  trust: Trust | null,
): Float32Array {
  const likely = new Likely(field, shifts, context);
  const leanings = new Float32Array(3 * field.width * field.height);
  context.pixels.forEach((i, k) => {
    const own = labels[k]!;
    if (own < 0) return;
    likely.look(k);
    const mine = [...likely.seen.subarray(3 * own, 3 * own + 3)] as [number, number, number];
    if (Number.isNaN(mine[0])) return;
    const mean = likely.mean((s) => Math.exp(-likely.unlike(s, mine) / otherThing));
    if (!mean) return;
    const plain = trust ? trust.share[i]! : 0;
    for (let c = 0; c < 3; c++) {
      const leant = mine[c]! + LEANS * (mean[c]! - mine[c]!);
      const taken = plain > 0 ? leant + plain * (trust!.smooth[3 * i + c]! - leant) : leant;
      leanings[3 * i + c] = toLight(taken) - toLight(mine[c]!);
    }
  });
  return leanings;
}

/** Leanings of the half-size field read at pixels of the full one, softly, from the gaps alone. @returns red, green, blue of each. */
export function leaningsAt(full: Field, half: Field, leanings: Float32Array, pixels: Int32Array): Float32Array {
  const out = new Float32Array(3 * pixels.length);
  const { width, height, wanted } = half;
  for (let k = 0; k < pixels.length; k++) {
    const i = pixels[k]!;
    const column = i % full.width;
    const row = (i / full.width) | 0;
    // The half-size pixel it lies in, a quarter of that pixel from its middle.
    const cx = column >> 1;
    const cy = row >> 1;
    const weights = BELLS[(row & 1) * 2 + (column & 1)]!;
    let [red, green, blue, all] = [0, 0, 0, 0];
    for (let y = Math.max(0, cy - REACH); y <= Math.min(height - 1, cy + REACH); y++)
      for (let x = Math.max(0, cx - REACH); x <= Math.min(width - 1, cx + REACH); x++) {
        const j = y * width + x;
        if (!wanted[j]) continue;
        const weight = weights[(y - cy + REACH) * ACROSS + x - cx + REACH]!;
        red += weight * leanings[3 * j]!;
        green += weight * leanings[3 * j + 1]!;
        blue += weight * leanings[3 * j + 2]!;
        all += weight;
      }
    if (all > 0) {
      out[3 * k] = red / all;
      out[3 * k + 1] = green / all;
      out[3 * k + 2] = blue / all;
    }
  }
  return out;
}

const ACROSS = 2 * REACH + 1;
/** The bell about a pixel of the full field over the half-size ones around: for those in even and odd rows and columns. */
const BELLS = [0, 1, 2, 3].map((odd) =>
  Float64Array.from({ length: ACROSS * ACROSS }, (_, i) => {
    const x = (i % ACROSS) - REACH - (odd & 1 ? 0.25 : -0.25);
    const y = Math.floor(i / ACROSS) - REACH - (odd & 2 ? 0.25 : -0.25);
    return Math.exp(-(x ** 2 + y ** 2) / (2 * SPREAD));
  }),
);
