/** Recipes of a small photo for this room's tests; nothing outside tests imports this. */
import { type Recipe, emptyRecipe } from "../recipe";
import { compile, settle } from ".";

/** Of the photo, pixels. */
export const size = [300, 200] as const;

export function recipeWith(change: (r: Recipe) => void): Recipe {
  const recipe = emptyRecipe();
  recipe.camera.focalPx = 280;
  change(recipe);
  return recipe;
}

export const compiled = (change: (r: Recipe) => void) => compile(settle(recipeWith(change), size), size);
