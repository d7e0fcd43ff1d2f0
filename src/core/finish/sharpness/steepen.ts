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
  const { data, width, height, channels } = raster;
  const [firstRow, lastRow] = rows;
  const [offX, offY] = [blockBefore(origin[0]), blockBefore(origin[1])];
  target.set(data as never);
  const full = peak(data);
  const whole = full !== 1;
  const colours = colourCount(channels);
  const alpha = channels > colours;
  const light = brightnessOf(raster);
  const how: Steepness = { blurX: 0, blurY: 0, gainX: 0, gainY: 0 };
  const { quiet, still } = gates(limits.noise);
  for (let top = offY; top < lastRow; top += BLOCK) {
    if (top + BLOCK <= firstRow) continue;
    for (let left = offX; left < width; left += BLOCK) {
      if (!at(left + BLOCK / 2, top + BLOCK / 2, how)) continue;
      const [kx, ky] = [kernelOf(how.blurX), kernelOf(how.blurY)];
      const [rx, ry] = [kx.length - 1, ky.length - 1];
      const { gainX, gainY } = how;
      const bottom = Math.min(height, top + BLOCK);
      const right = Math.min(width, left + BLOCK);
      for (let y = Math.max(0, top); y < bottom; y++) {
        const row = y * width;
        for (let x = Math.max(0, left); x < right; x++) {
          const here = row + x;
          const own = light[here]!;
          const inside = x >= rx && x < width - rx && y >= ry && y < height - ry;
          const farLeft = inside ? here - rx : row + (x < rx ? 0 : x - rx);
          const farRight = inside ? here + rx : row + (x + rx < width ? x + rx : width - 1);
          const farUp = inside ? here - ry * width : (y < ry ? 0 : y - ry) * width + x;
          const farDown = inside ? here + ry * width : (y + ry < height ? y + ry : height - 1) * width + x;
          const l = light[row + (x > 0 ? x - 1 : 0)]!;
          const r = light[row + (x < width - 1 ? x + 1 : x)]!;
          const u = light[y > 0 ? here - width : here]!;
          const d = light[y < height - 1 ? here + width : here]!;
          if (
            isNear(own, l, still) &&
            isNear(own, r, still) &&
            isNear(own, u, still) &&
            isNear(own, d, still) &&
            isNear(own, light[farLeft]!, still) &&
            isNear(own, light[farRight]!, still) &&
            isNear(own, light[farUp]!, still) &&
            isNear(own, light[farDown]!, still)
          )
            continue;
          let dx = own * (1 - kx[0]!);
          let dy = own * (1 - ky[0]!);
          if (inside) {
            for (let i = 1; i <= rx; i++) dx -= kx[i]! * (light[here - i]! + light[here + i]!);
            for (let i = 1, step = width; i <= ry; i++, step += width)
              dy -= ky[i]! * (light[here - step]! + light[here + step]!);
          } else {
            for (let i = 1; i <= rx; i++)
              dx -= kx[i]! * (light[row + (x < i ? 0 : x - i)]! + light[row + (x + i < width ? x + i : width - 1)]!);
            for (let i = 1; i <= ry; i++)
              dy -=
                ky[i]! *
                (light[(y < i ? 0 : y - i) * width + x]! + light[(y + i < height ? y + i : height - 1) * width + x]!);
          }
          // As the edge runs: across it counts.
          const sx = (r - l) * (r - l) + 1e-7;
          const sy = (d - u) * (d - u) + 1e-7;
          const across = sx / (sx + sy);
          const raw = across * dx + (1 - across) * dy;
          const fourth = raw * raw * raw * raw;
          let by = (across * gainX * dx + (1 - across) * gainY * dy) * (fourth / (fourth + quiet));
          if (by < NOTHING && by > -NOTHING) continue;
          const level = across >= 0.5;
          const reach = level ? rx : ry;
          const step = level ? 1 : width;
          const from = level ? (x < reach ? -x : -reach) : y < reach ? -y : -reach;
          const to = level ? (x + reach < width ? reach : width - 1 - x) : y + reach < height ? reach : height - 1 - y;
          if (alpha && isBesideGap(data, channels, here, from * step, to * step)) continue;
          let least = own;
          let most = own;
          for (let i = from, n = here + from * step; i <= to; i++, n += step) {
            const v = light[n]!;
            if (v < least) least = v;
            if (v > most) most = v;
          }
          const more = limits.overshoot * (most - least);
          const made = own + by;
          by = (made > most + more ? most + more : made < least - more ? least - more : made) - own;
          const p = here * channels;
          for (let c = 0; c < colours; c++) {
            const v = data[p + c]! + by * full;
            target[p + c] = whole ? (v <= 0 ? 0 : v >= full ? full : (v + 0.5) | 0) : v;
          }
        }
      }
    }
  }
}

const isNear = (a: number, b: number, by: number): boolean => a - b < by && b - a < by;

/** Whether a pixel, or either end of the way across its edge, is not wholly covered. */
function isBesideGap(data: Samples, channels: number, here: number, from: number, to: number): boolean {
  const full = peak(data);
  const last = channels - 1;
  return [here, here + from, here + to].some((n) => data[n * channels + last]! < full);
}
