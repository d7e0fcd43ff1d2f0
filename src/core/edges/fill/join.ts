import { toLight } from "../../course";
import { type Shift, carried } from "./carry";
import { distanceToKnown } from "./context";
import type { Field } from "./field";
import { readField } from "./patch";
import { type GridSystem, relax } from "./relax";
import { OPEN, SOLID, UNTOLD, skyShown } from "./sky-shown";

/** Length over which the surroundings' light gives way to the copy's own, pixels. */
const FADES = 150;
const SCREEN = 1 / FADES ** 2;
/** No more light is added or taken than this share of what the copy has of a colour, and this. */
const MOST_LIT = 0.4;
const LEAST_LIT = 0.01;

/** To the sky any light is added or taken, whatever a copy has: from blue to cloud it is one soft light. */
const SKY_LIT = 1;

/** A step from copy to photo that is taken for an edge: half of it, displayed 0…1. */
const EDGE = 0.06;

function trusted(data: Float32Array, j: number, copy: Float64Array): number {
  let step = 0;
  for (let c = 0; c < 3; c++)
    step = Math.max(step, Math.abs(Math.sqrt(Math.max(0, data[3 * j + c]!)) - Math.sqrt(Math.max(0, copy[c]!))));
  return step > 2 * EDGE ? 0 : 1 / (1 + (step / EDGE) ** 4);
}

export type Copies = (label: number, pixel: number, out: Float64Array) => boolean;

/** A field in linear light. */
export const inLight = (displayed: Field): Field => ({ ...displayed, data: displayed.data.map((v) => toLight(v)) });

/** Copies by shifts joined to what surrounds them; see joinCopies. @param displayed as displayed. */
export function join(
  displayed: Field,
  shifts: readonly Shift[],
  pixels: Int32Array,
  labels: Int16Array,
  leanings?: Float32Array,
): Float32Array {
  const field = inLight(displayed);
  const at = new Float64Array(6);
  const copies: Copies = (s, i, out) =>
    carried(field, shifts[s]!, (i % field.width) + 0.5, Math.floor(i / field.width) + 0.5, at) &&
    readField(field, at[0]!, at[1]!, out);
  return joinCopies(field, copies, pixels, labels, leanings, skyShown(field, shifts, pixels, labels));
}

/** What joining asks of each gap pixel: its copy, the differences wanted to its neighbours, and the known values beside it. */
function joinEquations(
  field: Field,
  copies: Copies,
  pixels: Int32Array,
  labels: Int16Array,
  leanings: Float32Array,
  sky: Uint8Array | null,
) {
  const { width, height, known, data } = field;
  const n = pixels.length;
  const index = new Int32Array(width * height).fill(-1);
  pixels.forEach((i, k) => (index[i] = k));
  const colour = new Float64Array(3);
  const read = (s: number, i: number): boolean => s >= 0 && copies(s, i, colour);
  const copied = new Float32Array(3 * n);
  const has = new Uint8Array(n);
  for (let k = 0; k < n; k++)
    if (read(labels[k]!, pixels[k]!)) {
      copied.set(colour, 3 * k);
      has[k] = 1;
    }
  const neighbours = new Int32Array(4 * n).fill(-1);
  // Sum of wanted differences to all neighbours, and of the values of the known ones.
  const wanted = new Float64Array(3 * n);
  const fixed = new Float64Array(3 * n);
  const count = new Float64Array(n);
  const difference = [0, 0, 0];
  /** The difference to a neighbour as each of the two copies has it, summed; @returns of how many. */
  const differenceTo = (k: number, other: number, j: number): number => {
    let weight = 0;
    difference[0] = difference[1] = difference[2] = 0;
    if (other >= 0 && labels[other] === labels[k] && has[k] && has[other]) {
      weight = 1;
      for (let c = 0; c < 3; c++) difference[c] = copied[3 * k + c]! - copied[3 * other + c]!;
    } else {
      for (const s of other >= 0 && labels[other] !== labels[k] ? [labels[k]!, labels[other]!] : [labels[k]!]) {
        if (!read(s, pixels[k]!)) continue;
        const own = [colour[0]!, colour[1]!, colour[2]!];
        if (!read(s, j)) continue;
        weight++;
        for (let c = 0; c < 3; c++) difference[c]! += own[c]! - colour[c]!;
      }
    }
    return weight;
  };
  for (let k = 0; k < n; k++) {
    const i = pixels[k]!;
    const [x, y] = [i % width, Math.floor(i / width)];
    const beside = [
      x > 0 ? i - 1 : -1,
      x + 1 < width ? i + 1 : -1,
      y > 0 ? i - width : -1,
      y + 1 < height ? i + width : -1,
    ];
    for (let side = 0; side < 4; side++) {
      const j = beside[side]!;
      if (j < 0) continue;
      const other = index[j]!;
      if (other < 0 && !known[j]) continue;
      // No light goes from a wall to the sky, nor from the sky to a wall.
      if (sky && sky[j] !== UNTOLD && sky[i] !== sky[j]) continue;
      if (other >= 0) neighbours[4 * k + side] = other;
      const weight = differenceTo(k, other, j);
      // Where the copy does not go on from what is known, what is seen there is an edge, not a change of light; but in the sky.
      const isSoft = other >= 0 || (sky !== null && sky[i] === OPEN && sky[j] === OPEN);
      const trust = isSoft ? 1 : weight ? trusted(data, j, colour) : 0.05;
      count[k]! += trust;
      if (other < 0) for (let c = 0; c < 3; c++) fixed[3 * k + c]! += trust * data[3 * j + c]!;
      for (let c = 0; c < 3; c++) {
        if (weight) wanted[3 * k + c]! += (trust * difference[c]!) / weight;
        if (other >= 0) wanted[3 * k + c]! += trust * (leanings[3 * k + c]! - leanings[3 * other + c]!);
      }
    }
  }
  return { copied, has, neighbours, wanted, fixed, count };
}

/** Solves for some of the pixels by themselves, by their number; null: for all. */
function relaxPart(system: GridSystem, values: Float64Array, some: Int32Array | null): void {
  if (!some || some.length === system.pixels.length) return relax(system, values);
  if (some.length === 0) return;
  const three = (all: Float64Array): Float64Array =>
    Float64Array.from({ length: 3 * some.length }, (_, i) => all[3 * some[Math.floor(i / 3)]! + (i % 3)]!);
  const own = three(values);
  const { pixels, share, fixed } = system;
  relax(
    {
      ...system,
      pixels: some.map((k) => pixels[k]!),
      share: Float64Array.from(some, (k) => share[k]!),
      fixed: three(fixed),
    },
    own,
  );
  some.forEach((k, n) => values.set(own.subarray(3 * n, 3 * n + 3), 3 * k));
}

/**
 * Copies joined to what surrounds them in the gradient domain (Pérez, Gangnet, Blake 2003):
 * the differences between neighbours are the copies' own, the values at the border the photo's. At the frame's border
 * nothing is asked. In linear light.
 *
 * @param copies light of what a label brings to a pixel of the field, into three numbers; false where it has nothing.
 * @param leanings light added to each pixel's copy before it is joined: red, green, blue side by side.
 * @param sky whether each pixel of the field shows the sky alone: no light goes across its border; null where nobody knows.
 * @returns what to add to the light of each pixel's copy, its leaning with it: red, green, blue side by side.
 */
export function joinCopies(
  field: Field,
  copies: Copies,
  pixels: Int32Array,
  labels: Int16Array,
  leanings: Float32Array = new Float32Array(3 * pixels.length),
  sky: Uint8Array | null = null,
): Float32Array {
  const { width, height } = field;
  const n = pixels.length;
  const equations = joinEquations(field, copies, pixels, labels, leanings, sky);
  const { copied, has, neighbours, wanted, fixed, count } = equations;
  const leant = copied.map((v, i) => v + leanings[i]!);
  const joined = Float64Array.from(leant);
  // What has nothing to copy begins as what is beside it.
  for (let k = 0; k < n; k++) {
    if (has[k]) continue;
    for (let side = 4 * k; side < 4 * k + 4; side++) {
      const j = neighbours[side]!;
      if (j >= 0 && (has[j] || j < k)) joined.copyWithin(3 * k, 3 * j, 3 * j + 3);
    }
  }
  for (let i = 0; i < 3 * n; i++) fixed[i]! += wanted[i]! + (has[(i / 3) | 0] ? SCREEN * leant[i]! : 0);
  const share = Float64Array.from({ length: n }, (_, k) => {
    const m = count[k]! + (has[k] ? SCREEN : 0);
    return count[k]! > 0 ? 1 / m : 0;
  });
  let deepest = 1;
  const distance = distanceToKnown(field);
  for (let k = 0; k < n; k++) deepest = Math.max(deepest, distance[pixels[k]!]!);
  for (const part of sky ? [OPEN, SOLID] : [null]) {
    const some = part === null ? null : Int32Array.from(pixels.keys()).filter((k) => sky![pixels[k]!] === part);
    relaxPart({ width, height, pixels, share, fixed, deepest }, joined, some);
  }
  const light = Float32Array.from(joined, (v, i) => {
    const inSky = sky !== null && sky[pixels[Math.floor(i / 3)]!] === OPEN;
    const most = inSky ? SKY_LIT : MOST_LIT * Math.max(0, leant[i]!) + LEAST_LIT;
    return leanings[i]! + Math.max(-most, Math.min(most, v - leant[i]!));
  });
  // A copy that only a larger field reaches is lit as what is beside it.
  for (let k = 0; k < n; k++) {
    if (has[k]) continue;
    const beside = [0, 1, 2, 3].map((side) => neighbours[4 * k + side]!).filter((j) => j >= 0 && (has[j] || j < k));
    for (let c = 0; c < 3; c++)
      light[3 * k + c] = beside.reduce((sum, j) => sum + light[3 * j + c]!, 0) / Math.max(1, beside.length);
  }
  return light;
}
