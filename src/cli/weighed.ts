import type { Recipe } from "@/core/recipe";
import { settle } from "@/core/render";
import type { Subject } from "./subject";

/** The recipe with what its photo shows, where that decides the frame; as it is where there is only a size. */
export async function weighedFor(recipe: Recipe, { size, focal }: Subject, photo: string | undefined): Promise<Recipe> {
  if (photo === undefined) return recipe;
  // Loaded only where it is wanted: most of a short command's time is loading.
  const { isWeighable, weighed } = await import("@/server/image/shown/detail");
  const settled = settle(recipe, size, focal);
  return isWeighable(settled, size) ? weighed(recipe, photo) : recipe;
}
