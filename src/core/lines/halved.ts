import type { Luminance } from "./luminance";

/** A whole picture at half its size: the mean of four pixels' brightness each; an odd last row or column is left out. */
export function halved({ data, width, height, table }: Luminance): Luminance {
  const [w, h] = [width >> 1, height >> 1];
  const out = new Float32Array(w * h);
  const at = table ? (i: number): number => table[data[i]!]! : (i: number): number => data[i]!;
  for (let y = 0; y < h; y++)
    for (let x = 0, i = 2 * y * width; x < w; x++, i += 2)
      out[y * w + x] = (at(i) + at(i + 1) + at(i + width) + at(i + width + 1)) / 4;
  return { data: out, width: w, height: h, left: 0, top: 0 };
}

/** Pictures halved once, twice and so on; each is made when it is first asked for, and let go with the first. */
const halves = new WeakMap<Luminance, Luminance>();

/** A whole picture halved so many times. */
export function halvedBy(image: Luminance, times: number): Luminance {
  if (times <= 0) return image;
  const known = halves.get(image);
  const half = known ?? halved(image);
  if (!known) halves.set(image, half);
  return halvedBy(half, times - 1);
}
