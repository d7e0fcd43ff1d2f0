import { biweight } from "../numerics";
import { type Structure, readAt } from "./structure";

/** What the solve may change: a shift and a turn, or all of a homography. */
export type Kind = "turn" | "all";

export const PARAMETERS = 8;

/**
 * What pixels tell: kept as columns in arrays that are used again for every step, since there are up to 60,000 of them in each.
 * `slopes` has eight numbers a row: how the second changes there with each parameter.
 */
export interface Rows {
  count: number;
  /** What the first has more of. */
  readonly off: Float64Array;
  readonly slopes: Float64Array;
  readonly pixel: Int32Array;
  readonly other: Float64Array;
}

export const emptyRows = (most: number): Rows => ({
  count: 0,
  off: new Float64Array(most),
  slopes: new Float64Array(PARAMETERS * most),
  pixel: new Int32Array(most),
  other: new Float64Array(most),
});

/** Weighted sums of the slopes with each other and with what is off. @param deviation of what is off. */
export function normalEquations({ count: rows, off, slopes }: Rows, deviation: number, kind: Kind) {
  const count = kind === "turn" ? 3 : PARAMETERS;
  const sums = new Float64Array(count * count);
  const right = new Float64Array(count);
  const j = new Float64Array(count);
  for (let i = 0; i < rows; i++) {
    const weight = biweight(off[i]! / deviation);
    if (weight === 0) continue;
    const at = PARAMETERS * i;
    if (kind === "turn") {
      // By shift across, shift down and turn.
      j[0] = slopes[at + 2]!;
      j[1] = slopes[at + 5]!;
      j[2] = slopes[at + 3]! - slopes[at + 1]!;
    } else for (let r = 0; r < count; r++) j[r] = slopes[at + r]!;
    for (let r = 0; r < count; r++) {
      const w = weight * j[r]!;
      right[r]! += w * off[i]!;
      for (let c = 0; c <= r; c++) sums[r * count + c]! += w * j[c]!;
    }
  }
  const normal = Array.from({ length: count }, (_, r) =>
    Array.from({ length: count }, (__, c) => sums[Math.max(r, c) * count + Math.min(r, c)]!),
  );
  return { normal, right: [...right] };
}

export function fillRows(
  rows: Rows,
  from: Structure,
  to: Structure,
  pixels: readonly number[],
  p: readonly number[],
  unit: number,
): void {
  const { width, height } = from;
  const { off, slopes, pixel, other } = rows;
  const [a, b, c, d, e, f, g, h] = p as [number, number, number, number, number, number, number, number];
  let n = 0;
  for (const i of pixels) {
    const x = (i % width) - (width - 1) / 2;
    const y = Math.floor(i / width) - (height - 1) / 2;
    const [nx, ny] = [x / unit, y / unit];
    const w = g * nx + h * ny + 1;
    const qx = (a * nx + b * ny + c) / w;
    const qy = (d * nx + e * ny + f) / w;
    const u = qx * unit + (width - 1) / 2;
    const v = qy * unit + (height - 1) / 2;
    if (u < 1 || v < 1 || u >= width - 2 || v >= height - 2) continue;
    const seen = readAt(to, to.data, u, v);
    // Where the second shows nothing, too dark or too light, there is nothing to compare.
    if (seen === 0) continue;
    const gx = (readAt(to, to.across, u, v) * unit) / w;
    const gy = (readAt(to, to.down, u, v) * unit) / w;
    const away = gx * qx + gy * qy;
    const at = PARAMETERS * n;
    slopes[at] = gx * nx;
    slopes[at + 1] = gx * ny;
    slopes[at + 2] = gx;
    slopes[at + 3] = gy * nx;
    slopes[at + 4] = gy * ny;
    slopes[at + 5] = gy;
    slopes[at + 6] = -away * nx;
    slopes[at + 7] = -away * ny;
    off[n] = from.data[i]! - seen;
    pixel[n] = i;
    other[n] = seen;
    n++;
  }
  rows.count = n;
}
