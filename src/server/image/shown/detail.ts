import type { Size } from "@/core/geometry";
import { greenOf } from "@/core/answers";
import { detailOf } from "@/core/lines";
import type { Recipe } from "@/core/recipe";
import { type SettledRecipe, compile } from "@/core/render";
import { weighDetail } from "@/core/edits";
import { smallPicture } from "../reading/small-picture";

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
  weighDetail(recipe, detailOf(greenOf(await smallPicture(file))));
