import type { Size } from "@/core/geometry";
import { type Detail, detailOf } from "@/core/lines";
import type { Recipe } from "@/core/recipe";
import { type SettledRecipe, compile } from "@/core/render";
import { weighDetail } from "@/core/edits";
import { LIMITS } from "../config";
import sharp, { readWhole } from "./library";
import { readable } from "./raw";

/** Longer side of the picture that is weighed, pixels. */
const SIDE = 480;

/** What a photo shows, cell by cell; the EXIF orientation applied. @throws Problem 415, 422. */
async function photoDetail(file: string): Promise<Detail> {
  const pixels = await readable(file);
  const { data, info } = await readWhole((failOn) =>
    sharp(pixels, { failOn, limitInputPixels: LIMITS.pixels })
      .autoOrient()
      .resize(SIDE, SIDE, { fit: "inside", withoutEnlargement: true })
      .flatten({ background: "#fff" })
      .toColourspace("srgb")
      .extractChannel("green")
      .raw({ depth: "uchar" })
      .toBuffer({ resolveWithObject: true }),
  );
  return detailOf({ data: new Uint8Array(data), width: info.width, height: info.height, left: 0, top: 0 });
}

/** The largest frame that keeps this share of its photo is taken without weighing: a command is to be quick. */
const KEEPS_ENOUGH = 0.75;

/**
 * Whether a recipe without weights is worth weighing its photo for: its frame is a clean one, not told to be the largest, and
 * that would leave much of the photo out.
 */
export function isWeighable(recipe: SettledRecipe, size: Size): boolean {
  const { on, rule, prefer, detail } = recipe.frame;
  if (!on || rule !== "clean" || prefer === "area" || detail) return false;
  return compile(recipe, size).kept < KEEPS_ENOUGH;
}

/** The recipe with what its photo shows. @throws Problem 415, 422. */
export const weighed = async (recipe: Recipe, file: string): Promise<Recipe> =>
  weighDetail(recipe, await photoDetail(file));
