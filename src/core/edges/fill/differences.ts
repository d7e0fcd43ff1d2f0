import { MOST_SCALED, type Shift } from "./carry";
import type { Field } from "./field";
import { OTHER } from "./patch";

/** Sums over rectangles from a corner of the field to each pixel: count, squares, red, green, blue; one column and row more than the field. */
export type Sums = readonly [Float64Array, Float64Array, Float64Array, Float64Array, Float64Array];

export const sumsFor = ({ width, height }: Field): Sums => {
  const sums = (): Float64Array => new Float64Array((width + 1) * (height + 1));
  return [sums(), sums(), sums(), sums(), sums()];
};

/**
 * Sums how what a shift brings differs from what is known, over the pixels looked at. It is `carried` and `readField` written
 * out over a row, since it is done for every shift over most of the field.
 *
 * @param looked 1 where a pixel is looked at. @param sums are written anew.
 */
export function sumDifferences(
  { width, height, data, source, focal, centre }: Field,
  { normal, by }: Shift,
  looked: Uint8Array,
  sums: Sums,
): void {
  const [sn, sq, sr, sg, sb] = sums;
  const W = width + 1;
  const [fx, fy] = focal;
  const [cx, cy] = centre;
  const perX = 1 / fx;
  const least = 1 / MOST_SCALED;
  const n0 = normal[0] * perX;
  for (let y = 0; y < height; y++) {
    const dy = (y + 0.5 - cy) / fy;
    const rowAlong = normal[1] * dy + normal[2];
    let n = 0;
    let q = 0;
    let r = 0;
    let g = 0;
    let b = 0;
    for (let x = 0, i = y * width, to = (y + 1) * W + 1; x < width; x++, i++, to++) {
      if (looked[i]) {
        const ox = x + 0.5 - cx;
        const along = n0 * ox + rowAlong;
        const z = 1 + by[2] * along;
        if (z >= least && z <= MOST_SCALED) {
          const u = cx + (fx * (ox * perX + by[0] * along)) / z - 0.5;
          const v = cy + (fy * (dy + by[1] * along)) / z - 0.5;
          if (u >= 0 && v >= 0 && u < width - 1 && v < height - 1) {
            const x0 = u | 0;
            const y0 = v | 0;
            const k = y0 * width + x0;
            if (source[k]! & source[k + 1]! & source[k + width]! & source[k + width + 1]!) {
              const s = u - x0;
              const t = v - y0;
              const w00 = (1 - s) * (1 - t);
              const w10 = s * (1 - t);
              const w01 = (1 - s) * t;
              const w11 = s * t;
              const j = 3 * k;
              const l = j + 3 * width;
              const m = 3 * i;
              const dr = w00 * data[j]! + w10 * data[j + 3]! + w01 * data[l]! + w11 * data[l + 3]! - data[m]!;
              const dg =
                w00 * data[j + 1]! + w10 * data[j + 4]! + w01 * data[l + 1]! + w11 * data[l + 4]! - data[m + 1]!;
              const db =
                w00 * data[j + 2]! + w10 * data[j + 5]! + w01 * data[l + 2]! + w11 * data[l + 5]! - data[m + 2]!;
              n++;
              const off = dr * dr + dg * dg + db * db;
              if (off > OTHER) q += OTHER;
              else {
                q += off;
                r += dr;
                g += dg;
                b += db;
              }
            }
          }
        }
      }
      sn[to] = sn[to - W]! + n;
      sq[to] = sq[to - W]! + q;
      sr[to] = sr[to - W]! + r;
      sg[to] = sg[to - W]! + g;
      sb[to] = sb[to - W]! + b;
    }
  }
}
