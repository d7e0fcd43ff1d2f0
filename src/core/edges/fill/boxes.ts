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

/** Sums over the square about a pixel, what of it lies in the field. @param half of its side, pixels, the middle not counted. */
export function boxAbout(width: number, height: number, i: number, half: number): (sums: Sums) => number {
  const W = width + 1;
  const [x, y] = [i % width, Math.floor(i / width)];
  const [left, right] = [Math.max(0, x - half), Math.min(width, x + half + 1)];
  const [top, bottom] = [W * Math.max(0, y - half), W * Math.min(height, y + half + 1)];
  return (sums) => sums[bottom + right]! - sums[top + right]! - sums[bottom + left]! + sums[top + left]!;
}
