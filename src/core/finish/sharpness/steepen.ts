import { type Raster, type Samples, colourCount, peak } from "../../course";
import { brightnessOf } from "../tone/guided-base";
import { steepenedByKernel } from "./steepen-by-kernel";
import {
  BLOCK,
  type Limits,
  NOTHING,
  type SteepenPlace,
  type Steepness,
  type SteepnessAt,
  blockBefore,
  gates,
  kernelOf,
} from "./steepness";

/**
 * Steepens edges without a halo: what a pixel differs from its surroundings blurred, along columns and rows each by as much as asked
 * for there and as the edge runs, is added to it, and the sum is held between the darkest and the brightest across the edge, or little
 * beyond. All colours move alike. Pixels beside gaps stay.
 */
export function steepened(
  raster: Raster,
  target: Samples,
  at: SteepnessAt,
  limits: Limits,
  { rows = [0, raster.height], origin = [0, 0], kernel }: SteepenPlace = {},
): void {
  if (kernel && steepenedByKernel(kernel, { raster, target, at, limits, rows, origin })) return;
  const { data, width } = raster;
  const [firstRow, lastRow] = rows;
  const [offX, offY] = [blockBefore(origin[0]), blockBefore(origin[1])];
  target.set(data as never);
  const how: Steepness = { blurX: 0, blurY: 0, gainX: 0, gainY: 0 };
  const work: Work = { raster, target, light: brightnessOf(raster), limits, ...gates(limits.noise) };
  for (let top = offY; top < lastRow; top += BLOCK) {
    if (top + BLOCK <= firstRow) continue;
    for (let left = offX; left < width; left += BLOCK)
      if (at(left + BLOCK / 2, top + BLOCK / 2, how)) steepenBlock(work, left, top, how);
  }
}

interface Work {
  readonly raster: Raster;
  readonly target: Samples;
  /** The brightness of each pixel. */
  readonly light: Float32Array;
  readonly limits: Limits;
  /** Differences that count hardly, and those below which a pixel is left. */
  readonly quiet: number;
  readonly still: number;
}

/** Steepens the pixels of one block; what lies outside of the picture is left out. */
function steepenBlock(work: Work, left: number, top: number, how: Steepness): void {
  const { width, height } = work.raster;
  const { light, quiet } = work;
  const [kx, ky] = [kernelOf(how.blurX), kernelOf(how.blurY)];
  const bottom = Math.min(height, top + BLOCK);
  const right = Math.min(width, left + BLOCK);
  for (let y = Math.max(0, top); y < bottom; y++)
    for (let x = Math.max(0, left); x < right; x++) {
      const here = y * width + x;
      if (isEven(work, x, y, kx.length - 1, ky.length - 1)) continue;
      const dx = difference(light, kx, y * width, x, width, 1);
      const dy = difference(light, ky, x, y, height, width);
      const l = light[x > 0 ? here - 1 : here]!;
      const r = light[x < width - 1 ? here + 1 : here]!;
      const u = light[y > 0 ? here - width : here]!;
      const d = light[y < height - 1 ? here + width : here]!;
      // As the edge runs: across it counts.
      const sx = (r - l) * (r - l) + 1e-7;
      const sy = (d - u) * (d - u) + 1e-7;
      const across = sx / (sx + sy);
      const raw = across * dx + (1 - across) * dy;
      const fourth = raw * raw * raw * raw;
      const by = (across * how.gainX * dx + (1 - across) * how.gainY * dy) * (fourth / (fourth + quiet));
      if (by < NOTHING && by > -NOTHING) continue;
      if (across >= 0.5) putHeld(work, here, by, x, width, kx.length - 1, 1);
      else putHeld(work, here, by, y, height, ky.length - 1, width);
    }
}

/** Whether a pixel differs from none of those beside it, nor from those at the ends of both blurs. */
function isEven(
  { raster: { width, height }, light, still }: Work,
  x: number,
  y: number,
  rx: number,
  ry: number,
): boolean {
  const here = y * width + x;
  const own = light[here]!;
  return (
    isNear(own, light[x > 0 ? here - 1 : here]!, still) &&
    isNear(own, light[x < width - 1 ? here + 1 : here]!, still) &&
    isNear(own, light[y > 0 ? here - width : here]!, still) &&
    isNear(own, light[y < height - 1 ? here + width : here]!, still) &&
    isNear(own, light[here - (x < rx ? x : rx)]!, still) &&
    isNear(own, light[here + (x + rx < width ? rx : width - 1 - x)]!, still) &&
    isNear(own, light[here - (y < ry ? y : ry) * width]!, still) &&
    isNear(own, light[here + (y + ry < height ? ry : height - 1 - y) * width]!, still)
  );
}

/**
 * What a pixel differs from its surroundings blurred along a row or a column; beyond the picture its border goes on.
 *
 * @param base where the row or column begins. @param at the pixel's place in it. @param step from one pixel of it to the next.
 */
function difference(
  light: Float32Array,
  kernel: ArrayLike<number>,
  base: number,
  at: number,
  count: number,
  step: number,
): number {
  const reach = kernel.length - 1;
  const here = base + at * step;
  let off = light[here]! * (1 - kernel[0]!);
  if (at >= reach && at < count - reach)
    for (let i = 1, by = step; i <= reach; i++, by += step) off -= kernel[i]! * (light[here - by]! + light[here + by]!);
  else
    for (let i = 1; i <= reach; i++) {
      const before = base + (at < i ? 0 : at - i) * step;
      const after = base + (at + i < count ? at + i : count - 1) * step;
      off -= kernel[i]! * (light[before]! + light[after]!);
    }
  return off;
}

/** Adds to a pixel's colours, held between the darkest and the brightest across its edge, or little beyond; not beside a gap. */
function putHeld(work: Work, here: number, by: number, at: number, count: number, reach: number, step: number): void {
  const { raster, target, light, limits } = work;
  const { data, channels } = raster;
  const colours = colourCount(channels);
  const from = at < reach ? -at : -reach;
  const to = at + reach < count ? reach : count - 1 - at;
  if (channels > colours && isBesideGap(data, channels, here, from * step, to * step)) return;
  const own = light[here]!;
  let least = own;
  let most = own;
  for (let i = from, n = here + from * step; i <= to; i++, n += step) {
    const v = light[n]!;
    if (v < least) least = v;
    if (v > most) most = v;
  }
  const more = limits.overshoot * (most - least);
  const made = own + by;
  const held = (made > most + more ? most + more : made < least - more ? least - more : made) - own;
  const full = peak(data);
  const p = here * channels;
  for (let c = 0; c < colours; c++) {
    const v = data[p + c]! + held * full;
    target[p + c] = full === 1 ? v : v <= 0 ? 0 : v >= full ? full : (v + 0.5) | 0;
  }
}

const isNear = (a: number, b: number, by: number): boolean => a - b < by && b - a < by;

/** Whether a pixel, or either end of the way across its edge, is not wholly covered. */
function isBesideGap(data: Samples, channels: number, here: number, from: number, to: number): boolean {
  const full = peak(data);
  const last = channels - 1;
  return [here, here + from, here + to].some((n) => data[n * channels + last]! < full);
}
