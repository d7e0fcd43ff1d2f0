import type { Size } from "../geometry";
import type { Words } from "../language";
import type { Recipe } from "../recipe";
import {
  ATTITUDE_READS,
  PLACE_READS,
  readAlike,
  withFrameFollowing,
  withHeightMeasured,
  withSolvedAttitude,
} from "../render";

/** One thing done to a recipe. What it leaves alone it returns as it was, the very same objects. */
export interface Edit {
  /** What was done, in a few words: "Draw a plumb". */
  readonly label: Words;
  readonly apply: (recipe: Recipe) => Recipe;
}

/**
 * The recipe after an edit, its attitude solved anew where that comes from lines and the edit changed what they say, and so
 * the height that its known measures tell; a drawn frame stays where it was on the building.
 *
 * @param size of the photo, pixels. @returns the very same recipe where the edit changed nothing.
 */
export function edited(recipe: Recipe, { apply }: Edit, size: Size): Recipe {
  const next = apply(recipe);
  if (next === recipe) return recipe;
  const solved = readAlike(ATTITUDE_READS, recipe, next) ? next : withSolvedAttitude(next, size);
  if (readAlike(PLACE_READS, recipe, solved)) return solved;
  return withFrameFollowing(recipe, withHeightMeasured(solved, size), size);
}

/** Several edits done as one. */
export const together = (label: Words, edits: readonly Edit[]): Edit => ({
  label,
  apply: (recipe) => edits.reduce((now, edit) => edit.apply(now), recipe),
});
