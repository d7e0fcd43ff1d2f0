/** Sums over rectangles by summed-area tables (Crow 1984): one column and row more than the field. */
type Sums = Float64Array;

/** Sums of a value of each pixel from the field's corner. */
export function summed(width: number, height: number, valueOf: (i: number) => number): Sums {
  const W = width + 1;
  const sums = new Float64Array(W * (height + 1));
  for (let y = 0, i = 0; y < height; y++)
    for (let x = 0, row = 0; x < width; x++, i++) {
      row += valueOf(i);
      sums[(y + 1) * W + x + 1] = sums[y * W + x + 1]! + row;
    }
  return sums;
}

/** How many pixels of a picture are looked at, and their red, green and blue, summed from its corner; all four in one walk. */
export function colourSums(
  width: number,
  height: number,
  data: Float32Array,
  looked: Uint8Array,
): readonly [counts: Sums, reds: Sums, greens: Sums, blues: Sums] {
  const W = width + 1;
  const sums = (): Sums => new Float64Array(W * (height + 1));
  const [counts, reds, greens, blues] = [sums(), sums(), sums(), sums()];
  for (let y = 0, i = 0; y < height; y++) {
    let [n, r, g, b] = [0, 0, 0, 0];
    for (let to = (y + 1) * W + 1, end = to + width; to < end; to++, i++) {
      if (looked[i]) {
        n++;
        r += data[3 * i]!;
        g += data[3 * i + 1]!;
        b += data[3 * i + 2]!;
      }
      counts[to] = counts[to - W]! + n;
      reds[to] = reds[to - W]! + r;
      greens[to] = greens[to - W]! + g;
      blues[to] = blues[to - W]! + b;
    }
  }
  return [counts, reds, greens, blues];
}

/** Where sums are read for a square: at its four corners. */
export interface Box {
  readonly both: number;
  readonly top: number;
  readonly left: number;
  readonly neither: number;
}

/** The square about a pixel, what of it lies in the field. @param half of its side, pixels, the middle not counted. */
export function boxAbout(width: number, height: number, i: number, half: number): Box {
  const W = width + 1;
  const x = i % width;
  const y = (i / width) | 0;
  const left = x > half ? x - half : 0;
  const right = x + half + 1 < width ? x + half + 1 : width;
  const top = W * (y > half ? y - half : 0);
  const bottom = W * (y + half + 1 < height ? y + half + 1 : height);
  return { both: bottom + right, top: top + right, left: bottom + left, neither: top + left };
}

/** The sum over a square. */
export const sumIn = (sums: Sums, { both, top, left, neither }: Box): number =>
  sums[both]! - sums[top]! - sums[left]! + sums[neither]!;
