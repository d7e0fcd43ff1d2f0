import type { Vec3 } from "../../geometry";
import { anchorsOf } from "./anchors";
import { type Candidate, candidatesAt } from "./candidates";
import type { Shift } from "./carry";
import { chooseShifts } from "./choose-shifts";
import { contextCosts } from "./context";
import { type Field, halved } from "./field";
import { join } from "./join";
import { label } from "./labelling";
import { repeatsOf } from "./repeats";
import { foreignCosts } from "./foreign";
import { OF_GAP } from "./manner";
import { leaningsAt, leaningsOf } from "./leaning";

/** What every pixel of a gap is copied from, at the working size; it holds at any other. */
export interface FillPlan {
  readonly width: number;
  readonly height: number;
  readonly shifts: readonly Shift[];
  /** For each pixel the index of its shift; −1 where there is nothing to fill, or nothing to fill it from. */
  readonly labels: Int16Array;
  /** What is added to the copy's light to join it to its surroundings; red, green, blue of each pixel. */
  readonly light: Float32Array;
  /** Pixels that are to be filled and for which nothing was found. */
  readonly unfilled: number;
}

export interface FillHooks {
  /** Called with 0…1, often; where it returns a promise that is waited for. It may throw to stop the work. */
  readonly onStep?: (share: number) => void | Promise<void>;
}

const LEVELS = 4;
/** Parts of the whole time that the steps take, about. */
const SHARES = { find: 0.6, choose: 0.75, weigh: 0.85, label: 0.95 } as const;

/**
 * Plans a fill: where every pixel of a gap is copied from, and how its light is joined. The same field, normals and seed
 * give the same plan.
 *
 * After He and Sun (Statistics of patch offsets for image completion, 2012), Pritch, Kav-Venaki and Peleg (Shift-map image
 * editing, 2009), and Huang, Kang, Ahuja and Kopf (Image completion using planar structure guidance, 2014): few shifts explain
 * most of a picture; here they run along the planes that are known.
 *
 * @param normals of planes, unit length, in the corrected camera's frame.
 * @param seed 1: the likeliest answer; others leave out half of what was found, another half each.
 * @param manner how what is found is weighed.
 */
export async function planFill(
  field: Field,
  normals: readonly Vec3[],
  seed = 1,
  { onStep }: FillHooks = {},
  manner = OF_GAP,
): Promise<FillPlan> {
  const fields = [field];
  while (fields.length < LEVELS) fields.push(halved(fields.at(-1)!));
  const anchors = anchorsOf(field);
  const found: Candidate[][] = [];
  for (const anchor of anchors) {
    await onStep?.((SHARES.find * found.length) / anchors.length);
    found.push(normals.flatMap((normal) => candidatesAt(fields, anchor, normal)));
  }
  const repeats = manner.repeats ? repeatsOf(fields, normals, anchors) : [];
  const some = (all: readonly Candidate[], i: number): readonly Candidate[] =>
    seed === 1 ? all : halfOf(all, i, seed);
  const shifts = chooseShifts(
    field,
    fields[1]!,
    anchors,
    found.map(some),
    2,
    manner.most,
    some(repeats, anchors.length),
  );
  await onStep?.(SHARES.choose);
  const around = contextCosts(fields[1]!, shifts, manner);
  const context = manner.enclosed ? foreignCosts(fields[1]!, shifts, around) : around;
  await onStep?.(SHARES.weigh);
  const coarse = label(fields[1]!, shifts, context);
  await onStep?.(SHARES.label);
  const { pixels, labels } = upsampled(field, fields[1]!, context.pixels, coarse);
  const leanings = leaningsAt(field, fields[1]!, leaningsOf(fields[1]!, shifts, context, coarse, manner), pixels);
  const joined = join(field, shifts, pixels, labels, leanings);
  await onStep?.(1);
  const grid = new Int16Array(field.width * field.height).fill(-1);
  const light = new Float32Array(3 * grid.length);
  let unfilled = 0;
  pixels.forEach((i, k) => {
    grid[i] = labels[k]!;
    if (labels[k]! < 0) unfilled++;
    light.set(joined.subarray(3 * k, 3 * k + 3), 3 * i);
  });
  return { width: field.width, height: field.height, shifts, labels: grid, light, unfilled };
}

/** Half of the candidates, another half for every seed. */
function halfOf(all: readonly Candidate[], anchor: number, seed: number): Candidate[] {
  return all.filter((_, i) => {
    let h = Math.imul(anchor + 1, 0x9e3779b1) ^ Math.imul(i + 1, 0x85ebca6b) ^ Math.imul(seed, 0xc2b2ae35);
    h = Math.imul(h ^ (h >>> 15), 0x2c1b3c6d);
    return ((h ^ (h >>> 13)) & 1) === 0;
  });
}

/** Labels of the half-size field on the full one: each pixel has its quarter's, or the nearest there is. */
function upsampled(
  { width, height, wanted }: Field,
  half: Field,
  pixels: Int32Array,
  labels: Int16Array,
): { pixels: Int32Array; labels: Int16Array } {
  const coarse = new Int16Array(half.width * half.height).fill(-1);
  pixels.forEach((i, k) => (coarse[i] = labels[k]!));
  const grid = new Int16Array(width * height).fill(-1);
  const list: number[] = [];
  const open: number[] = [];
  for (let i = 0; i < grid.length; i++) {
    if (!wanted[i]) continue;
    const y = Math.min(half.height - 1, Math.floor(i / width) >> 1);
    grid[i] = coarse[y * half.width + Math.min(half.width - 1, (i % width) >> 1)]!;
    list.push(i);
    if (grid[i]! < 0) open.push(i);
  }
  // Where the half-size field was known, or had nothing, the nearest pixel's holds.
  let rest = open;
  while (rest.length > 0) {
    const taken = rest.map((i) => besideOf(i, width, height).find((j) => grid[j]! >= 0));
    const values = taken.map((j) => (j === undefined ? -1 : grid[j]!));
    rest.forEach((i, k) => (grid[i] = values[k]!));
    const next = rest.filter((_, k) => values[k]! < 0);
    if (next.length === rest.length) break;
    rest = next;
  }
  return { pixels: Int32Array.from(list), labels: Int16Array.from(list, (i) => grid[i]!) };
}

function besideOf(i: number, width: number, height: number): number[] {
  const [x, y] = [i % width, Math.floor(i / width)];
  const all: number[] = [];
  if (x > 0) all.push(i - 1);
  if (x + 1 < width) all.push(i + 1);
  if (y > 0) all.push(i - width);
  if (y + 1 < height) all.push(i + width);
  return all;
}
