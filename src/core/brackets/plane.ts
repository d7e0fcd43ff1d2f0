/** One value for each pixel, row by row: a grey picture, a colour of one, a weight. Values 0…1 as displayed, unless told otherwise. */
export interface Plane {
  readonly width: number;
  readonly height: number;
  readonly data: Float32Array;
}

export const emptyPlane = (width: number, height: number): Plane => ({
  width,
  height,
  data: new Float32Array(width * height),
});

/** The plane at half its size, each pixel from the five around twice its place: a binomial kernel, 1 4 6 4 1 (Burt and Adelson 1983). */
export function halvedPlane({ width, height, data }: Plane): Plane {
  const [w, h] = [Math.max(1, (width + 1) >> 1), Math.max(1, (height + 1) >> 1)];
  const rows = new Float32Array(w * height);
  for (let y = 0; y < height; y++) {
    const from = y * width;
    for (let x = 0; x < w; x++) {
      const c = 2 * x;
      const [l2, l1] = [c > 1 ? c - 2 : 0, c > 0 ? c - 1 : 0];
      const r1 = c + 1 < width ? c + 1 : width - 1;
      const r2 = c + 2 < width ? c + 2 : width - 1;
      rows[y * w + x] =
        (data[from + l2]! + data[from + r2]! + 4 * (data[from + l1]! + data[from + r1]!) + 6 * data[from + c]!) / 16;
    }
  }
  const out = emptyPlane(w, h);
  for (let y = 0; y < h; y++) {
    const c = 2 * y;
    const u2 = (c > 1 ? c - 2 : 0) * w;
    const u1 = (c > 0 ? c - 1 : 0) * w;
    const d1 = (c + 1 < height ? c + 1 : height - 1) * w;
    const d2 = (c + 2 < height ? c + 2 : height - 1) * w;
    for (let x = 0; x < w; x++)
      out.data[y * w + x] =
        (rows[u2 + x]! + rows[d2 + x]! + 4 * (rows[u1 + x]! + rows[d1 + x]!) + 6 * rows[c * w + x]!) / 16;
  }
  return out;
}

/** A plane of half the size drawn out to a size again, by the same kernel. @param add what is put to each pixel, times `by`. */
export function addDoubled(half: Plane, to: Plane, by: number): void {
  const { width: w, height: h, data } = half;
  const { width, height, data: out } = to;
  // Rows first: an even place is 1 6 1 of its neighbours, an odd one their mean.
  const rows = new Float32Array(width * h);
  for (let y = 0; y < h; y++)
    for (let x = 0; x < width; x++) {
      const c = x >> 1;
      const from = y * w;
      const next = c + 1 < w ? c + 1 : w - 1;
      const last = c > 0 ? c - 1 : 0;
      rows[y * width + x] =
        x & 1
          ? (data[from + c]! + data[from + next]!) / 2
          : (data[from + last]! + 6 * data[from + c]! + data[from + next]!) / 8;
    }
  for (let y = 0; y < height; y++) {
    const c = y >> 1;
    const mid = c * width;
    const next = (c + 1 < h ? c + 1 : h - 1) * width;
    const last = (c > 0 ? c - 1 : 0) * width;
    const at = y * width;
    if (y & 1) for (let x = 0; x < width; x++) out[at + x]! += (by * (rows[mid + x]! + rows[next + x]!)) / 2;
    else
      for (let x = 0; x < width; x++)
        out[at + x]! += (by * (rows[last + x]! + 6 * rows[mid + x]! + rows[next + x]!)) / 8;
  }
}

/** Means over squares, what of them lies in the plane. @param half of their side, pixels, the middle not counted. */
export function boxMean({ width, height, data }: Plane, half: number): Plane {
  const rows = new Float32Array(width * height);
  for (let y = 0; y < height; y++) {
    let [sum, n] = [0, 0];
    const from = y * width;
    for (let x = 0; x < Math.min(half, width); x++) {
      sum += data[from + x]!;
      n++;
    }
    for (let x = 0; x < width; x++) {
      if (x + half < width) {
        sum += data[from + x + half]!;
        n++;
      }
      if (x > half) {
        sum -= data[from + x - half - 1]!;
        n--;
      }
      rows[from + x] = sum / n;
    }
  }
  const out = emptyPlane(width, height);
  const sums = new Float64Array(width);
  let n = 0;
  for (let y = 0; y < Math.min(half, height); y++) {
    for (let x = 0; x < width; x++) sums[x]! += rows[y * width + x]!;
    n++;
  }
  for (let y = 0; y < height; y++) {
    if (y + half < height) {
      for (let x = 0; x < width; x++) sums[x]! += rows[(y + half) * width + x]!;
      n++;
    }
    if (y > half) {
      for (let x = 0; x < width; x++) sums[x]! -= rows[(y - half - 1) * width + x]!;
      n--;
    }
    for (let x = 0; x < width; x++) out.data[y * width + x] = sums[x]! / n;
  }
  return out;
}
