/** A Bench for the tests of edits; nothing outside tests imports this. */
import { createBenchStore } from "@/client/bench-store";
import type { Size } from "@/core/geometry";
import { emptyRecipe } from "@/core/recipe";

export const SIZE: Size = [3000, 2000];

/** A Bench with an untouched photo of SIZE whose camera is known. */
export function opened() {
  const store = createBenchStore();
  const recipe = emptyRecipe();
  recipe.camera = { focalPx: 2200, focalFrom: "metadata", principal: null };
  store.getState().open("v", SIZE, recipe);
  return store;
}

export type OpenedBench = ReturnType<typeof opened>;
