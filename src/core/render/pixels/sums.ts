import type { Samples } from "../../course";
import type { Taps } from "./taps";

/**
 * Sums the weighted pixels of one output pixel into `sums`: colours at 0…2, alpha (0…1) at 3. Pixels beyond the border
 * repeat it. @param full the value of a sample at its brightest.
 */
export type Summation = (
  data: Samples,
  width: number,
  height: number,
  across: Taps,
  down: Taps,
  sums: Float64Array,
  full: number,
) => void;

const clamped = (i: number, length: number): number => (i < 0 ? 0 : i >= length ? length - 1 : i);

// One plain loop per layout: the engine turns each into tight machine code, which it does not for a general one.
const sumColour: Summation = (data, width, height, across, down, sums) => {
  const nx = across.count;
  const tableX = across.table;
  const weightsX = across.offset;
  const firstX = across.first;
  const inside = across.inside;
  let s0 = 0;
  let s1 = 0;
  let s2 = 0;
  for (let j = 0; j < down.count; j++) {
    const row = clamped(down.first + j, height) * width;
    let r0 = 0;
    let r1 = 0;
    let r2 = 0;
    if (inside) {
      let p = (row + firstX) * 3;
      for (let i = 0; i < nx; i++, p += 3) {
        const w = tableX[weightsX + i]!;
        r0 += w * data[p]!;
        r1 += w * data[p + 1]!;
        r2 += w * data[p + 2]!;
      }
    } else {
      for (let i = 0; i < nx; i++) {
        const p = (row + clamped(firstX + i, width)) * 3;
        const w = tableX[weightsX + i]!;
        r0 += w * data[p]!;
        r1 += w * data[p + 1]!;
        r2 += w * data[p + 2]!;
      }
    }
    const w = down.table[down.offset + j]!;
    s0 += w * r0;
    s1 += w * r1;
    s2 += w * r2;
  }
  sums[0] = s0;
  sums[1] = s1;
  sums[2] = s2;
  sums[3] = 1;
};

/** One colour alone of three samples a pixel, as sumColour has it. */
export function sumOneOfThree(
  data: Samples,
  width: number,
  height: number,
  across: Taps,
  down: Taps,
  colour: number,
): number {
  const nx = across.count;
  const tableX = across.table;
  const weightsX = across.offset;
  const firstX = across.first;
  const inside = across.inside;
  let s = 0;
  for (let j = 0; j < down.count; j++) {
    const row = clamped(down.first + j, height) * width;
    let r = 0;
    if (inside) {
      let p = (row + firstX) * 3 + colour;
      for (let i = 0; i < nx; i++, p += 3) r += tableX[weightsX + i]! * data[p]!;
    } else
      for (let i = 0; i < nx; i++) r += tableX[weightsX + i]! * data[(row + clamped(firstX + i, width)) * 3 + colour]!;
    s += down.table[down.offset + j]! * r;
  }
  return s;
}

const sumGrey: Summation = (data, width, height, across, down, sums) => {
  let s = 0;
  for (let j = 0; j < down.count; j++) {
    const row = clamped(down.first + j, height) * width;
    let r = 0;
    for (let i = 0; i < across.count; i++)
      r += across.table[across.offset + i]! * data[row + clamped(across.first + i, width)]!;
    s += down.table[down.offset + j]! * r;
  }
  sums[0] = s;
  sums[3] = 1;
};

/** Colours weighted by their alpha, so that what is transparent does not bleed. */
function sumWithAlpha(colours: 1 | 3): Summation {
  const stride = colours + 1;
  return (data, width, height, across, down, sums, full) => {
    let s0 = 0;
    let s1 = 0;
    let s2 = 0;
    let sa = 0;
    for (let j = 0; j < down.count; j++) {
      const row = clamped(down.first + j, height) * width;
      for (let i = 0; i < across.count; i++) {
        const p = (row + clamped(across.first + i, width)) * stride;
        const weight = down.table[down.offset + j]! * across.table[across.offset + i]!;
        const w = (weight * data[p + colours]!) / full;
        sa += w;
        s0 += w * data[p]!;
        if (colours === 3) {
          s1 += w * data[p + 1]!;
          s2 += w * data[p + 2]!;
        }
      }
    }
    const by = sa > 1e-6 ? 1 / sa : 0;
    sums[0] = s0 * by;
    sums[1] = s1 * by;
    sums[2] = s2 * by;
    sums[3] = sa < 0 ? 0 : sa > 1 ? 1 : sa;
  };
}

const BY_CHANNELS: Readonly<Record<1 | 2 | 3 | 4, Summation>> = {
  1: sumGrey,
  2: sumWithAlpha(1),
  3: sumColour,
  4: sumWithAlpha(3),
};

export const summation = (channels: 1 | 2 | 3 | 4): Summation => BY_CHANNELS[channels];
