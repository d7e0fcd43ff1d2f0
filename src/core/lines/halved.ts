import type { Luminance } from "./luminance";

/** A whole picture at half its size: the mean of four pixels' brightness each; an odd last row or column is left out. */
export function halved({ data, width, height, table }: Luminance): Luminance {
  const [w, h] = [width >> 1, height >> 1];
  const out = new Float32Array(w * h);
  for (let y = 0, o = 0; y < h; y++)
    // Two loops: a function for either would be called a hundred million times for a large photo.
    if (table)
      for (let i = 2 * y * width, end = i + 2 * w; i < end; i += 2, o++)
        out[o] =
          (table[data[i]!]! + table[data[i + 1]!]! + table[data[i + width]!]! + table[data[i + width + 1]!]!) / 4;
    else
      for (let i = 2 * y * width, end = i + 2 * w; i < end; i += 2, o++)
        out[o] = (data[i]! + data[i + 1]! + data[i + width]! + data[i + width + 1]!) / 4;
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
