import type { Vec3 } from "../../geometry";
import { anchorsOf } from "./anchors";
import { type Candidate, candidatesAt } from "./candidates";
import type { Shift } from "./carry";
import { chooseShifts } from "./choose-shifts";
import { contextCosts } from "./context";
import { type Field, besideOf, halved } from "./field";
import { join } from "./join";
import { label } from "./labelling";
import { repeatsOf } from "./repeats";
import { foreignCosts } from "./foreign";
import { type FillManner, OF_GAP } from "./manner";
import { leaningsAt, leaningsOf } from "./leaning";
import { mirrored } from "./mirror";
import { plainCosts } from "./plain";
import { type Tried, type Trust, doubtIn, madeBy, trustIn } from "./trust";

/** What every pixel of a gap is copied from, at the working size; it holds at any other. */
export interface FillPlan {
  readonly width: number;
  readonly height: number;
  readonly shifts: readonly Shift[];
  /** For each pixel the index of its shift; −1 where there is nothing to fill, or nothing to fill it from. */
  readonly labels: Int16Array;
  /** What is added to the copy's light to join it to its surroundings; red, green, blue of each pixel. */
  readonly light: Float32Array;
  /** By how much each pixel is expected to be off, levels of 255, as a fill of the gap's mirror image came out; null where none was tried. */
  readonly doubt: Uint8Array | null;
  /** What each pixel shows as far as it can be told, see kinds; null where nobody asked. */
  readonly shown: Uint8Array | null;
  /** Pixels that are to be filled and for which nothing was found. */
  readonly unfilled: number;
}

export interface FillHooks {
  /** Called with 0…1, often; where it returns a promise that is waited for. It may throw to stop the work. */
  readonly onStep?: (share: number) => void | Promise<void>;
  /** Plans the trial elsewhere meanwhile; absent: it is planned here. It is asked at most once. */
  readonly beside?: (trial: Trial) => Promise<FillPlan>;
}

/** A fill that is tried: what planFill is given. */
export interface Trial {
  readonly field: Field;
  readonly normals: readonly Vec3[];
  readonly seed: number;
  readonly manner: FillManner;
}

const LEVELS = 4;
/** Parts of the whole time that the steps take, about. */
const SHARES = { find: 0.4, choose: 0.5, weigh: 0.55, tried: 0.9, label: 0.95 } as const;

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
  { onStep, beside }: FillHooks = {},
  manner: FillManner = OF_GAP,
): Promise<FillPlan> {
  const fields = [field];
  while (fields.length < LEVELS) fields.push(halved(fields.at(-1)!));
  const trial = manner.tried ? trialOf(fields[1]!, normals, seed, manner) : null;
  const planned = trial && beside?.(trial);
  // It may fail before it is waited for.
  planned?.catch(() => undefined);
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
  const onTrial = (share: number) => onStep?.(SHARES.weigh + (SHARES.tried - SHARES.weigh) * share);
  const trust = trial && trustIn(fields[1]!, { field: trial.field, ...(await (planned ?? tried(trial, onTrial))) });
  const coarse = label(fields[1]!, shifts, trust ? plainCosts(fields[1]!, shifts, context, trust) : context);
  await onStep?.(SHARES.label);
  const { pixels, labels } = upsampled(field, fields[1]!, context.pixels, coarse);
  const leanings = leaningsAt(
    field,
    fields[1]!,
    leaningsOf(fields[1]!, shifts, context, coarse, manner, trust),
    pixels,
  );
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
  const doubt = trust && doubtOf(field, fields[1]!, trust, { field, shifts, labels: grid, light });
  const { width, height, shown = null } = field;
  return { width, height, shifts, labels: grid, light, doubt, shown, unfilled };
}

/** What tells what copies are worth here: the gap's mirror image in the photo, hidden and filled in the same way; null where there is none. */
function trialOf(field: Field, normals: readonly Vec3[], seed: number, manner: FillManner): Trial | null {
  const trial = mirrored(field);
  return trial && { field: trial, normals, seed, manner: { ...manner, tried: false } };
}

/** Plans a trial. */
export const tried = (
  { field, normals, seed, manner }: Trial,
  onStep?: NonNullable<FillHooks["onStep"]>,
): Promise<FillPlan> => planFill(field, normals, seed, onStep ? { onStep } : {}, manner);

/** Half of the candidates, another half for every seed. */
function halfOf(all: readonly Candidate[], anchor: number, seed: number): Candidate[] {
  return all.filter((_, i) => {
    let h = Math.imul(anchor + 1, 0x9e3779b1) ^ Math.imul(i + 1, 0x85ebca6b) ^ Math.imul(seed, 0xc2b2ae35);
    h = Math.imul(h ^ (h >>> 15), 0x2c1b3c6d);
    return ((h ^ (h >>> 13)) & 1) === 0;
  });
}

/** For every pixel of the field by how much its fill is expected to be off, levels. */
function doubtOf(field: Field, half: Field, trust: Trust, filled: Tried): Uint8Array {
  const doubt = doubtIn(half, trust, halved(madeBy(filled)));
  return field.wanted.map((is, i) => (is ? levels(doubt[halfOfPixel(field, half, i)]!) : 0));
}

/** A mean square over three colours as levels of one. */
const levels = (square: number): number => Math.min(255, Math.max(1, Math.round(255 * Math.sqrt(square / 3))));

/** The half-size field's pixel that one of the full field lies in. */
const halfOfPixel = ({ width }: Field, half: Field, i: number): number =>
  Math.min(half.height - 1, Math.floor(i / width) >> 1) * half.width + Math.min(half.width - 1, (i % width) >> 1);

/** Labels of the half-size field on the full one: each pixel has its quarter's, or the nearest there is. */
function upsampled(
  full: Field,
  half: Field,
  pixels: Int32Array,
  labels: Int16Array,
): { pixels: Int32Array; labels: Int16Array } {
  const { width, height, wanted } = full;
  const coarse = new Int16Array(half.width * half.height).fill(-1);
  pixels.forEach((i, k) => (coarse[i] = labels[k]!));
  const grid = new Int16Array(width * height).fill(-1);
  const list: number[] = [];
  const open: number[] = [];
  for (let i = 0; i < grid.length; i++) {
    if (!wanted[i]) continue;
    grid[i] = coarse[halfOfPixel(full, half, i)]!;
    list.push(i);
    if (grid[i]! < 0) open.push(i);
  }
  // Where the half-size field was known, or had nothing, the nearest pixel's holds.
  let rest = open;
  while (rest.length > 0) {
    const taken = rest.map((i) => besideOf(full, i).find((j) => grid[j]! >= 0));
    const values = taken.map((j) => (j === undefined ? -1 : grid[j]!));
    rest.forEach((i, k) => (grid[i] = values[k]!));
    const next = rest.filter((_, k) => values[k]! < 0);
    if (next.length === rest.length) break;
    rest = next;
  }
  return { pixels: Int32Array.from(list), labels: Int16Array.from(list, (i) => grid[i]!) };
}
