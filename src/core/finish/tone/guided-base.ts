import { type Raster, colourCount, peak } from "../../course";
import { SEEN } from "../light";

/** A picture of one number a pixel, rows after each other. */
export interface Plane {
  readonly data: Float32Array;
  readonly width: number;
  readonly height: number;
}

/** How bright every pixel is, 0…1 as displayed. */
export function brightnessOf({ data, width, height, channels }: Raster): Float32Array {
  const full = peak(data);
  const out = new Float32Array(width * height);
  if (colourCount(channels) === 1) {
    for (let i = 0, p = 0; i < out.length; i++, p += channels) out[i] = data[p]! / full;
    return out;
  }
  const [r, g, b] = [SEEN[0] / full, SEEN[1] / full, SEEN[2] / full];
  for (let i = 0, p = 0; i < out.length; i++, p += channels)
    out[i] = r * data[p]! + g * data[p + 1]! + b * data[p + 2]!;
  return out;
}

/** Side of a block, pixels of the plane; and half a window, blocks: some 50 pixels. */
const BLOCK = 8;
export const HALF = 6;

/** Side of a block, pixels of what is made: so that a base spans the same of the picture at any size. @param scale as in RasterPlace. */
export const blockSide = (scale: number): number => Math.max(1, Math.round(BLOCK * scale));

/** How far a base looks, pixels of the plane: twice a window and a block, means of means. */
export const baseReach = (scale: number): number => ((2 * HALF + 2) * blockSide(scale)) / scale;

/** The mean over each block of a plane, blocks counted so that whole ones lie as in the whole picture. */
export interface Shrunk extends Plane {
  /** Pixels of the plane to one of these. */
  readonly by: number;
  /** Where the first block begins in the plane, pixels: none, or before it. */
  readonly left: number;
  readonly top: number;
}

/** @param x, y where the plane lies in the whole picture, pixels of it: bands of it are shrunk by the very same blocks. */
export function shrunkPlane({ data, width, height }: Plane, by: number, x: number, y: number): Shrunk {
  const [left, top] = [-(((x % by) + by) % by), -(((y % by) + by) % by)];
  const [w, h] = [Math.ceil((width - left) / by), Math.ceil((height - top) / by)];
  const sums = new Float32Array(w * h);
  const counts = new Float32Array(w * h);
  const columns = Int32Array.from({ length: width }, (_, i) => Math.floor((i - left) / by));
  for (let j = 0, n = 0; j < height; j++) {
    const row = Math.floor((j - top) / by) * w;
    for (let i = 0; i < width; i++, n++) {
      const at = row + columns[i]!;
      sums[at]! += data[n]!;
      counts[at]! += 1;
    }
  }
  for (let i = 0; i < sums.length; i++) sums[i]! /= counts[i]! || 1;
  return { data: sums, width: w, height: h, by, left, top };
}

/** The mean of every pixel's square of 2 r + 1 pixels a side, as far as it lies within. */
export function boxMean({ data, width, height }: Plane, r: number): Float32Array {
  const across = new Float32Array(data.length);
  const out = new Float32Array(data.length);
  for (let j = 0; j < height; j++) {
    const row = j * width;
    let sum = 0;
    for (let i = 0; i < Math.min(width, r); i++) sum += data[row + i]!;
    for (let i = 0; i < width; i++) {
      if (i + r < width) sum += data[row + i + r]!;
      if (i - r - 1 >= 0) sum -= data[row + i - r - 1]!;
      across[row + i] = sum / (Math.min(width - 1, i + r) - Math.max(0, i - r) + 1);
    }
  }
  for (let i = 0; i < width; i++) {
    let sum = 0;
    for (let j = 0; j < Math.min(height, r); j++) sum += across[j * width + i]!;
    for (let j = 0; j < height; j++) {
      if (j + r < height) sum += across[(j + r) * width + i]!;
      if (j - r - 1 >= 0) sum -= across[(j - r - 1) * width + i]!;
      out[j * width + i] = sum / (Math.min(height - 1, j + r) - Math.max(0, j - r) + 1);
    }
  }
  return out;
}

/** A base that keeps edges, as a line in the picture's own numbers for each block: base = a · own + b. */
export interface GuidedBase {
  readonly shrunk: Shrunk;
  readonly a: Float32Array;
  readonly b: Float32Array;
}

/**
 * The guided filter of a plane by itself (He, Sun and Tang (2013), "Guided image filtering"), worked out on means of blocks (He and Sun
 * (2015), "Fast guided filter"): smooth where the picture differs little, as it is where it has edges.
 *
 * @param r half a window, blocks. @param eps differences whose square is less are smoothed.
 */
export function guidedBase(shrunk: Shrunk, r: number, eps: number): GuidedBase {
  const { data, width, height } = shrunk;
  const plane = (numbers: Float32Array): Plane => ({ data: numbers, width, height });
  const mean = boxMean(shrunk, r);
  const square = boxMean(plane(data.map((v) => v * v)), r);
  const a = square.map((s, i) => {
    const variance = Math.max(0, s - mean[i]! * mean[i]!);
    return variance / (variance + eps);
  });
  const b = a.map((v, i) => mean[i]! * (1 - v));
  return { shrunk, a: boxMean(plane(a), r), b: boxMean(plane(b), r) };
}

/** Where the blocks of a raster lie, and nothing of what they show. @param x, y, scale as in RasterPlace. */
export function blocksOf(
  { width, height }: Pick<Raster, "width" | "height">,
  { x, y, scale }: { x: number; y: number; scale: number },
): Shrunk {
  const by = blockSide(scale);
  const before = (at: number): number => -(((Math.round(at * scale) % by) + by) % by);
  const [left, top] = [before(x), before(y)];
  return {
    data: new Float32Array(),
    width: Math.ceil((width - left) / by),
    height: Math.ceil((height - top) / by),
    by,
    left,
    top,
  };
}

/** How bright a raster's blocks are. @param x, y, scale as in RasterPlace. */
export const shrunkBrightness = (
  raster: Pick<Raster, "width" | "height">,
  shown: Float32Array,
  { x, y, scale }: { x: number; y: number; scale: number },
): Shrunk =>
  shrunkPlane(
    { data: shown, width: raster.width, height: raster.height },
    blockSide(scale),
    Math.round(x * scale),
    Math.round(y * scale),
  );

/**
 * Lays something given in blocks along the edges of a picture: the guided filter of `field` by the picture (He, Sun and Tang (2013)), as a line
 * in the picture's own numbers for each block: laid = a · own + b.
 */
export function guidedBy(shrunk: Shrunk, field: Float32Array, r: number, eps: number): Pick<GuidedBase, "a" | "b"> {
  const { data, width, height } = shrunk;
  const mean = (numbers: Float32Array): Float32Array => boxMean({ data: numbers, width, height }, r);
  const own = mean(data);
  const square = mean(data.map((v) => v * v));
  const laid = mean(field);
  const both = mean(data.map((v, i) => v * field[i]!));
  const a = both.map((v, i) => (v - own[i]! * laid[i]!) / (Math.max(0, square[i]! - own[i]! ** 2) + eps));
  const b = a.map((v, i) => laid[i]! - v * own[i]!);
  return { a: mean(a), b: mean(b) };
}
