import type { StepKernel } from "../../course";

/** How edges are steepened in one block of pixels: across columns and across rows by themselves. */
export interface Steepness {
  /** Deviation of the blur that is looked past, pixels. */
  blurX: number;
  blurY: number;
  /** What of a pixel's difference from its blurred surroundings is added to it. */
  gainX: number;
  gainY: number;
}

export interface Limits {
  /** Differences of this size, 0…1 as displayed, are added by a half, smaller ones hardly: they are noise. */
  readonly noise: number;
  /** How far beyond the brightest and the darkest around it a pixel may go, as a share of their distance. */
  readonly overshoot: number;
}

/** Side of a block, pixels. */
export const BLOCK = 16;
/** A Gaussian is followed so many deviations far. */
export const DEVIATIONS = 3;
/** Changes of less are none, 0…1. */
export const NOTHING = 0.0005;
/** Where nothing around differs by more than this share of the noise there is no edge. */
const STILL = 0.4;

/** Below this the noise's fourth power would be nothing to divide by. */
const QUIETEST = 1e-20;

const kernels = new Map<number, Float32Array>();
/** Weights of a Gaussian's right half, its middle first. */
export function kernelOf(blur: number): Float32Array {
  const key = Math.round(32 * blur);
  const known = kernels.get(key);
  if (known) return known;
  const sigma = Math.max(1, key) / 32;
  const reach = Math.ceil(DEVIATIONS * sigma);
  const half = Float32Array.from({ length: reach + 1 }, (_, i) => Math.exp((-i * i) / (2 * sigma * sigma)));
  const sum = half.reduce((s, w, i) => s + (i === 0 ? w : 2 * w), 0);
  const made = half.map((w) => w / sum);
  kernels.set(key, made);
  return made;
}

/** What of a raster is steepened, and by what. */
export interface SteepenPlace {
  /** Rows of which the result is kept; absent: all. */
  readonly rows?: readonly [number, number] | undefined;
  /** Where the raster lies in the whole picture, pixels: parts of it have the same blocks. */
  readonly origin?: readonly [number, number];
  readonly kernel?: StepKernel | undefined;
}

/** Writes how, for a block whose middle lies there, pixels of the raster. @returns false for a block that stays. */
export type SteepnessAt = (x: number, y: number, out: Steepness) => boolean;

/** How far before the first pixel the block begins that it lies in, 0 or less. */
export const blockBefore = (origin: number): number => -(((Math.round(origin) % BLOCK) + BLOCK) % BLOCK);

/** What noise of a size makes of differences: its fourth power, and how little is still. */
export const gates = (noise: number): { quiet: number; still: number } => ({
  quiet: noise ** 4 + QUIETEST,
  still: STILL * noise,
});
