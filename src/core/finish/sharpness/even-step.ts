import type { PlaneStep, RasterStep } from "../../course";
import { effectField } from "../masks/mask-field";
import { masksPlaced } from "../masks/mask-step";
import type { FinishRecipe } from "../tone/tone-step";
import { recordedSpans } from "./recorded-spans";
import { steepened } from "./steepen";
import { BLOCK, DEVIATIONS, type Steepness, blockBefore } from "./steepness";

/** How softly photos show edges as shot where nobody has measured it: deviation, pixels of the original. */
export const USUAL_BLUR = 0.7;
/** And how much noise they have, 0…1 as displayed. */
export const USUAL_NOISE = 0.004;
/**
 * What of a pixel's difference from its surroundings, blurred as widely as its edge is, is to be added for an edge so many times softer
 * to be as steep again: (times − 1) over what such a blur takes of a slope, 1 − 1/√2, and a little less or more as the brake on halos asks for;
 * found on made-up edges and charts, within 10 % up to 2.5 times.
 */
const gainFor = (times: number): number => ((times - 1) * 0.82 * (0.8 + 0.1 * times)) / (1 - Math.SQRT1_2);
/** Resampling by Lanczos's kernel softens besides by about so much, pixels of the original: found on made-up charts. */
const KERNEL_BLUR = 0.2;
/** More than so many times softer than as shot is not wholly given back. */
export const MOST_STRETCH = 3;
/** No pixel goes further beyond what is around it than this. */
const OVERSHOOT = 0.04;
/** Differences of so many deviations of the noise are half believed. */
const BELIEVED = 2.5;
/** Less than this is not worth a look. */
const LEAST = 0.03;

/** What is added where a mask asks for all of it, and taken where it asks for none: of a pixel's difference from its surroundings. */
const SHARPER = 1;
const SOFTER = 0.9;

/**
 * Gives back, place by place and along columns and rows each, the steepness of edges that stretching took; and makes edges steeper or softer
 * where masks ask for it. @param plane all plane steps as one.
 */
export function evenStep(recipe: FinishRecipe, plane: Pick<PlaneStep, "back" | "forward">): RasterStep | null {
  const { finish } = recipe;
  if (!finish?.on) return null;
  const masks = masksPlaced(recipe, plane.forward).filter(({ mask }) => (mask.sharpness ?? 0) !== 0);
  const { even } = finish;
  if (even === 0 && masks.length === 0) return null;
  const blur = finish.blur ?? USUAL_BLUR;
  const noise = finish.noise ?? USUAL_NOISE;
  const resampled = Math.hypot(blur, KERNEL_BLUR) / blur;
  const limits = { noise: BELIEVED * noise, overshoot: OVERSHOOT };
  return {
    name: `even ${even} ${blur} ${noise} ${JSON.stringify(masks.map(({ mask }) => mask))}`,
    reach: Math.ceil(DEVIATIONS * blur * MOST_STRETCH) + 1,
    run: (source, target, { x, y, scale, rows, kernel }) => {
      // How many times softer than as shot.
      const softer = (recorded: number): number =>
        recorded < 1 - LEAST ? Math.min(MOST_STRETCH, resampled / recorded) : 1;
      const origin = [x * scale, y * scale] as const;
      const [offX, offY] = [blockBefore(origin[0]), blockBefore(origin[1])];
      const wide = Math.ceil((source.width - offX) / BLOCK);
      const local = effectField(masks, "sharpness", {
        x: x + (offX + BLOCK / 2) / scale,
        y: y + (offY + BLOCK / 2) / scale,
        apart: BLOCK / scale,
        width: wide,
        height: Math.ceil((source.height - offY) / BLOCK),
      });
      const [top, bottom] = rows ?? [0, source.height];
      const first = Math.floor((top - offY) / BLOCK);
      const spans = recordedSpans(plane.back, {
        x: x + offX / scale,
        y: y + offY / scale,
        wide,
        side: BLOCK / scale,
        rows: [first, Math.ceil((bottom - offY) / BLOCK)],
      });
      steepened(
        source,
        target,
        (px, py, out: Steepness) => {
          const i = Math.floor((px - offX) / BLOCK);
          const j = Math.floor((py - offY) / BLOCK);
          const span = 2 * ((j - first) * wide + i);
          const perX = spans[span]!;
          const perY = spans[span + 1]!;
          if (!(perX > 0 && perY > 0)) return false;
          const mx = softer(perX);
          const my = softer(perY);
          const own = local?.[j * wide + i] ?? 0;
          const more = own > 0 ? SHARPER * own : SOFTER * Math.max(-1, own);
          if (mx === 1 && my === 1 && more === 0) return false;
          out.blurX = blur * mx;
          out.blurY = blur * my;
          out.gainX = even * gainFor(mx) + more;
          out.gainY = even * gainFor(my) + more;
          return true;
        },
        limits,
        { rows, origin, kernel },
      );
    },
    // Smaller than the picture itself nothing has been stretched, and closer the sheet is made as the delivery is.
    shader: null,
  };
}

/** Sharpens for what it is delivered for, last of all. @param scale pixels of what is made to one of the plane. */
export function outputStep({ finish }: FinishRecipe, scale: number): RasterStep | null {
  const output = finish?.on ? finish.output : undefined;
  if (!output || output.amount === 0) return null;
  const { amount, radius, threshold } = output;
  return {
    name: `output ${amount} ${radius} ${threshold}`,
    reach: (Math.ceil(DEVIATIONS * radius) + 1) / scale,
    run: (source, target, { rows, kernel }) =>
      steepened(
        source,
        target,
        (_x, _y, out) => {
          out.blurX = out.blurY = radius;
          out.gainX = out.gainY = amount;
          return true;
        },
        { noise: threshold, overshoot: OVERSHOOT },
        { rows, kernel },
      ),
    shader: null,
  };
}
