import { isOfOneKind } from "./anchors";
import { type Box, boxAbout, sumIn, summed } from "./boxes";
import { type Shift, carried, farFetched } from "./carry";
import { sumDifferences, sumsFor } from "./differences";
import type { Field } from "./field";
import type { FillManner } from "./manner";
import { FORGIVEN, readField } from "./patch";

/** What each shift would cost at each gap pixel. */
export interface Context {
  /** Indices of the gap's pixels in the field. */
  readonly pixels: Int32Array;
  /** Distance of each to what is known, pixels. */
  readonly far: Float32Array;
  /** For each shift, for each gap pixel: expected square of its error, by how well the shift explains what is known nearby; NaN where it has nothing to copy. */
  readonly costs: readonly Float32Array[];
}

/** For what lies just beyond the gap a square is looked at that reaches so far over its border, pixels. */
const OVER = 2;
/** Half the side of the surroundings looked at: so much, and so much more for each pixel of distance. */
const AROUND = { least: 6, per: 1.25 } as const;

/** Distance from every gap pixel to the nearest known one: two passes of a chamfer 3-4 (Borgefors 1986). */
export function distanceToKnown({ width, height, known }: Field): Float32Array {
  // A border of what is far away all around spares asking where the field ends.
  const W = width + 2;
  const d = new Float32Array(W * (height + 2)).fill(FAR);
  for (let y = 0; y < height; y++) for (let x = 0; x < width; x++) if (known[y * width + x]) d[(y + 1) * W + x + 1] = 0;
  for (let y = 1; y <= height; y++)
    for (let i = y * W + 1; i <= y * W + width; i++)
      if (d[i]) d[i] = nearer(d[i]!, d[i - 1]!, d[i - W]!, d[i - W - 1]!, d[i - W + 1]!);
  for (let y = height; y >= 1; y--)
    for (let i = y * W + width; i > y * W; i--)
      if (d[i]) d[i] = nearer(d[i]!, d[i + 1]!, d[i + W]!, d[i + W + 1]!, d[i + W - 1]!);
  const out = new Float32Array(width * height);
  for (let y = 0; y < height; y++) out.set(d.subarray((y + 1) * W + 1, (y + 1) * W + 1 + width), y * width);
  return out;
}

/** Further than any pixel is. */
const FAR = 1e6;

/** A pixel's distance, or that of one beside it, above or below, or at a corner, and the step there. */
function nearer(own: number, beside: number, above: number, corner: number, other: number): number {
  const straight = (beside < above ? beside : above) + 1;
  const slant = (corner < other ? corner : other) + 4 / 3;
  const least = straight < slant ? straight : slant;
  return least < own ? least : own;
}

export function contextCosts(field: Field, shifts: readonly Shift[], { close, scaled }: FillManner): Context {
  const { width, height, known, wanted } = field;
  const distance = distanceToKnown(field);
  const list: number[] = [];
  let deepest = 0;
  for (let i = 0; i < distance.length; i++)
    if (wanted[i]) {
      list.push(i);
      deepest = Math.max(deepest, distance[i]!);
    }
  const pixels = Int32Array.from(list);
  const far = Float32Array.from(list, (i) => distance[i]!);
  const radius = (d: number): number => Math.ceil(d * AROUND.per + AROUND.least);
  // Only what is near a gap is looked at.
  const near = new Uint8Array(width * height);
  const reach = radius(deepest);
  {
    // Known pixels within reach of a gap pixel, by a running count along rows, then columns.
    const rows = new Uint8Array(width * height);
    for (let y = 0; y < height; y++) {
      let last = -1e9;
      for (let x = 0; x < width; x++) {
        if (wanted[y * width + x]) last = x;
        if (x - last <= reach) rows[y * width + x] = 1;
      }
      last = 1e9;
      for (let x = width - 1; x >= 0; x--) {
        if (wanted[y * width + x]) last = x;
        if (last - x <= reach) rows[y * width + x] = 1;
      }
    }
    for (let x = 0; x < width; x++) {
      let last = -1e9;
      for (let y = 0; y < height; y++) {
        if (rows[y * width + x]) last = y;
        if (y - last <= reach) near[y * width + x] = 1;
      }
      last = 1e9;
      for (let y = height - 1; y >= 0; y--) {
        if (rows[y * width + x]) last = y;
        if (last - y <= reach) near[y * width + x] = 1;
      }
    }
  }
  const sums = sumsFor(field);
  const at = new Float64Array(6);
  const colour = new Float64Array(3);
  const counts = summed(width, height, (i) => (near[i]! &= known[i]!));
  const costs = shifts.map((shift) => {
    const [sn, sq, sr, sg, sb] = sums;
    sumDifferences(field, shift, near, sums);
    const out = new Float32Array(pixels.length).fill(NaN);
    /** What the shift is off by in a square of what is known; where little of it could be compared it is trusted less. */
    const within = (box: Box): number | null => {
      const n = sumIn(sn, box);
      if (n < 6) return null;
      const [r, g, b] = [sumIn(sr, box), sumIn(sg, box), sumIn(sb, box)];
      const cost = sumIn(sq, box) / n - (FORGIVEN * (r ** 2 + g ** 2 + b ** 2)) / (n * n);
      return cost + UNKNOWN * (1 - n / sumIn(counts, box));
    };
    for (let k = 0; k < out.length; k++) {
      const i = pixels[k]!;
      const x = i % width;
      const y = (i / width) | 0;
      if (!carried(field, shift, x + 0.5, y + 0.5, at) || !readField(field, at[0]!, at[1]!, colour)) continue;
      const fetched =
        farFetched(field, at[0]! - x - 0.5, at[1]! - y - 0.5) +
        scaled * Math.abs(Math.log(Math.abs(at[2]! * at[5]! - at[3]! * at[4]!)));
      const other = isOfOneKind(field, x, y, Math.floor(at[1]!) * width + Math.floor(at[0]!)) ? 0 : OTHER_KIND;
      const around = within(boxAbout(width, height, i, radius(far[k]!)));
      const border = close > 0 ? within(boxAbout(width, height, i, Math.ceil(far[k]!) + OVER)) : null;
      out[k] =
        fetched + other + (around === null ? UNKNOWN : around + (border === null ? 0 : close * (border - around)));
    }
    return out;
  });
  return { pixels, far, costs };
}
/** What it costs to copy what is of another kind: only where there is nothing else. */
const OTHER_KIND = 1;
/** The cost of a shift that nothing nearby speaks for. */
const UNKNOWN = 0.1;
