import { type Shift, carried } from "./carry";
import type { Context } from "./context";
import type { Field } from "./field";
import { lightOf } from "./join";
import { readField } from "./patch";

/** How much of the way to what all shifts together say a copy is taken. */
const LEANS = 0.7;
/** Half the side of what counts as one colour: finer than this every copy keeps its own, pixels. */
const SOFT = 2;
/** What a shift may cost more than the likeliest one before it says e times less: this, and so many times as much as that one costs. */
const DOUBT = { least: 0.005, per: 2 } as const;
/** Shifts this many times that much worse say nothing. */
const DEAF = 8;
/** Variance of the bell by which leanings are read between the pixels of the half-size field, its pixels squared. */
const SPREAD = 2;
const REACH = 3;

/** The field's colours, each the mean of the known ones in a square around it; nothing where it is not known itself. */
function softened(field: Field): Field {
  const { width, height, data, known } = field;
  const W = width + 1;
  const sums = [0, 1, 2, 3].map(() => new Float64Array(W * (height + 1)));
  for (let y = 0; y < height; y++) {
    const row = [0, 0, 0, 0];
    for (let x = 0; x < width; x++) {
      const i = y * width + x;
      if (known[i]) {
        for (let c = 0; c < 3; c++) row[c]! += data[3 * i + c]!;
        row[3]!++;
      }
      for (let c = 0; c < 4; c++) sums[c]![(y + 1) * W + x + 1] = sums[c]![y * W + x + 1]! + row[c]!;
    }
  }
  const soft = new Float32Array(data.length);
  for (let i = 0; i < known.length; i++) {
    if (!known[i]) continue;
    const [x, y] = [i % width, Math.floor(i / width)];
    const [x0, x1, y0, y1] = [
      Math.max(0, x - SOFT),
      Math.min(width, x + SOFT + 1),
      Math.max(0, y - SOFT),
      Math.min(height, y + SOFT + 1),
    ];
    const box = (s: Float64Array): number => s[y1 * W + x1]! - s[y0 * W + x1]! - s[y1 * W + x0]! + s[y0 * W + x0]!;
    const n = box(sums[3]!);
    for (let c = 0; c < 3; c++) soft[3 * i + c] = box(sums[c]!) / n;
  }
  return { ...field, data: soft };
}

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
  { pixels, costs }: Context,
  labels: Int16Array,
): Float32Array {
  const soft = softened(field);
  const at = new Float64Array(6);
  const colour = new Float64Array(3);
  const leanings = new Float32Array(3 * field.width * field.height);
  pixels.forEach((i, k) => {
    const own = labels[k]!;
    if (own < 0) return;
    const read = (s: number): boolean =>
      carried(field, shifts[s]!, (i % field.width) + 0.5, Math.floor(i / field.width) + 0.5, at) &&
      readField(soft, at[0]!, at[1]!, colour);
    if (!read(own)) return;
    const [r, g, b] = [colour[0]!, colour[1]!, colour[2]!];
    let least = Infinity;
    for (const of of costs) if (of[k]! < least) least = of[k]!;
    const doubt = DOUBT.least + DOUBT.per * Math.max(0, least);
    let [red, green, blue, all] = [0, 0, 0, 0];
    costs.forEach((of, s) => {
      const worse = (of[k]! - least) / doubt;
      if (!(worse < DEAF) || !read(s)) return;
      const weight = Math.exp(-worse);
      red += weight * colour[0]!;
      green += weight * colour[1]!;
      blue += weight * colour[2]!;
      all += weight;
    });
    if (all === 0) return;
    const leant = (mean: number, mine: number): number => lightOf(mine + LEANS * (mean / all - mine)) - lightOf(mine);
    leanings.set([leant(red, r), leant(green, g), leant(blue, b)], 3 * i);
  });
  return leanings;
}

/** Leanings of the half-size field read at pixels of the full one, softly, from the gaps alone. @returns red, green, blue of each. */
export function leaningsAt(full: Field, half: Field, leanings: Float32Array, pixels: Int32Array): Float32Array {
  const out = new Float32Array(3 * pixels.length);
  pixels.forEach((i, k) => {
    const u = ((i % full.width) + 0.5) / 2 - 0.5;
    const v = (Math.floor(i / full.width) + 0.5) / 2 - 0.5;
    let [red, green, blue, all] = [0, 0, 0, 0];
    for (let y = Math.max(0, Math.round(v) - REACH); y <= Math.min(half.height - 1, Math.round(v) + REACH); y++)
      for (let x = Math.max(0, Math.round(u) - REACH); x <= Math.min(half.width - 1, Math.round(u) + REACH); x++) {
        const j = y * half.width + x;
        if (!half.wanted[j]) continue;
        const weight = Math.exp(-((x - u) ** 2 + (y - v) ** 2) / (2 * SPREAD));
        red += weight * leanings[3 * j]!;
        green += weight * leanings[3 * j + 1]!;
        blue += weight * leanings[3 * j + 2]!;
        all += weight;
      }
    if (all > 0) out.set([red / all, green / all, blue / all], 3 * k);
  });
  return out;
}
