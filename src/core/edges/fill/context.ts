import { boxAbout, summed } from "./boxes";
import { type Shift, carried, farFetched } from "./carry";
import { sumDifferences, sumsFor } from "./differences";
import type { Field } from "./field";
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

/** Half the side of the surroundings looked at: so much, and so much more for each pixel of distance. */
const AROUND = { least: 6, per: 1.25 } as const;

/** Distance from every gap pixel to the nearest known one: two passes of a chamfer 3-4 (Borgefors 1986). */
export function distanceToKnown({ width, height, known }: Field): Float32Array {
  const d = new Float32Array(width * height);
  const far = 1e6;
  for (let i = 0; i < d.length; i++) d[i] = known[i] ? 0 : far;
  const relax = (i: number, x: number, y: number, dx: number, dy: number): void => {
    const [px, py] = [x + dx, y + dy];
    if (px < 0 || py < 0 || px >= width || py >= height) return;
    const v = d[py * width + px]! + (dx && dy ? 4 / 3 : 1);
    if (v < d[i]!) d[i] = v;
  };
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const i = y * width + x;
      if (d[i]) {
        relax(i, x, y, -1, 0);
        relax(i, x, y, 0, -1);
        relax(i, x, y, -1, -1);
        relax(i, x, y, 1, -1);
      }
    }
  for (let y = height - 1; y >= 0; y--)
    for (let x = width - 1; x >= 0; x--) {
      const i = y * width + x;
      if (d[i]) {
        relax(i, x, y, 1, 0);
        relax(i, x, y, 0, 1);
        relax(i, x, y, 1, 1);
        relax(i, x, y, -1, 1);
      }
    }
  return d;
}

export function contextCosts(field: Field, shifts: readonly Shift[]): Context {
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
    return Float32Array.from(pixels, (i, k) => {
      const [x, y] = [i % width, Math.floor(i / width)];
      if (!carried(field, shift, x + 0.5, y + 0.5, at) || !readField(field, at[0]!, at[1]!, colour)) return NaN;
      const fetched = farFetched(field, at[0]! - x - 0.5, at[1]! - y - 0.5);
      const box = boxAbout(width, height, i, radius(far[k]!));
      const n = box(sn);
      if (n < 6) return UNKNOWN + fetched;
      const cost = box(sq) / n - (FORGIVEN * (box(sr) ** 2 + box(sg) ** 2 + box(sb) ** 2)) / (n * n);
      // Where little of what is known could be compared it is trusted less.
      return cost + fetched + UNKNOWN * (1 - n / box(counts));
    });
  });
  return { pixels, far, costs };
}
/** The cost of a shift that nothing nearby speaks for. */
const UNKNOWN = 0.1;
