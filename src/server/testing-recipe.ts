import { type Recipe, emptyRecipe } from "@/core/recipe";
import { RawJson } from "./versions/checked-recipe";
import { openVersion } from "./versions/versions";

/** The recipe that a version is opened with; nothing outside tests imports this. */
export async function recipeOfVersion(id: string): Promise<Recipe> {
  const { recipe } = await openVersion(id);
  return recipe instanceof RawJson ? (JSON.parse(recipe.text) as Recipe) : recipe;
}

/** A recipe in which something is set. */
export const withHeight = (height: number) => ({ ...emptyRecipe(), proportion: { on: true, height } });
