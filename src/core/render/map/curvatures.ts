/**
 * How much interpolation may be off about each lattice point, source pixels: an eighth of the sum of its second
 * differences, both axes together. (cols + 1) · (lines + 1) numbers in rows.
 */
export function curvaturesOf(lattice: Float64Array, stride: number, cols: number, lines: number) {
  const width = cols + 1;
  const curvatures = new Float64Array(width * (lines + 1));
  const down = stride * 3;
  for (let r = 0, i = 0; r <= lines; r++)
    for (let c = 0; c <= cols; c++, i++) {
      const p = ((r + 1) * stride + c + 1) * 3;
      let sum = 0;
      for (let n = p; n < p + 2; n++) {
        const twice = 2 * lattice[n]!;
        sum += Math.abs(lattice[n - 3]! - twice + lattice[n + 3]!);
        sum += Math.abs(lattice[n - down]! - twice + lattice[n + down]!);
      }
      curvatures[i] = sum / 8;
    }
  return { curvatures, width };
}
