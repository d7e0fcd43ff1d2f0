import { asShot } from "@/core/finish";
import type { Size } from "@/core/geometry";
import { type Raster, colourCount, peak } from "@/core/course";
import type { SettledRecipe } from "@/core/render";

/** Pixels to a side of the middle of a photo that is looked at, at most; the larger one where the smaller shows few edges. */
const LOOKED = [
  [1000, 720],
  [2000, 1440],
] as const;
/** So many edges are enough. */
const ENOUGH = 200;

/** The recipe with what the photo says of its own sharpness and noise, where even sharpness needs it and nobody has measured it. */
export function withAsShot(recipe: SettledRecipe, raster: Raster): SettledRecipe {
  const { finish } = recipe;
  if (!finish?.on || finish.even === 0 || (finish.blur !== undefined && finish.noise !== undefined)) return recipe;
  let seen = asShot(middleOf(raster, LOOKED[0]));
  if (seen.edges < ENOUGH) seen = asShot(middleOf(raster, LOOKED[1]));
  return { ...recipe, finish: { ...finish, blur: finish.blur ?? seen.blur, noise: finish.noise ?? seen.noise } };
}

/** Green, or grey, in the middle of a photo, 0…255 as displayed. */
function middleOf(
  { data, width, height, channels }: Raster,
  most: Size,
): { data: Float32Array; width: number; height: number } {
  const [w, h] = [Math.min(width, most[0]), Math.min(height, most[1])];
  const [left, top] = [(width - w) >> 1, (height - h) >> 1];
  const green = colourCount(channels) === 1 ? 0 : 1;
  const by = 255 / peak(data);
  const part = new Float32Array(w * h);
  for (let y = 0, to = 0; y < h; y++)
    for (let x = 0, from = ((top + y) * width + left) * channels + green; x < w; x++, to++, from += channels)
      part[to] = by * data[from]!;
  return { data: part, width: w, height: h };
}
