import { put, sayError } from "@/language";
import { type CourseKey, type Recipe, RecipeError, laidCourses, parseRecipe } from "@/core/recipe";
import { tooMuch } from "@/core/render/too-much";
import { desk } from "../image/desks";
import { Problem } from "../problem";

/** Recipes beyond this length are checked in a hand: the app's own loop answers others meanwhile. Characters of JSON. */
export const LIGHT = 64 * 1024;
/** A hand may take this long for one, ms, and this much memory, bytes. */
const LIMITS = { ms: 20_000, bytes: 2 ** 30 } as const;

/** A recipe that holds: its JSON with its defaults filled in, and which courses it settles. */
export interface CheckedRecipe {
  readonly text: string;
  readonly laid: readonly CourseKey[];
}

/** The check itself, that nothing asks for more than can be made included; it keeps its process busy for as long as the recipe is long. @throws RecipeError */
export function checkRecipe(text: string, isNew = true): CheckedRecipe {
  const recipe = parseRecipe(text);
  const words = isNew ? tooMuch(recipe) : null;
  if (words !== null) throw new RecipeError(words);
  return { text: JSON.stringify(recipe), laid: laidCourses(recipe) };
}

/**
 * A recipe's JSON, checked without keeping the app from answering.
 *
 * @param isNew it is to be kept; one that was kept before may ask for more than would be taken now.
 * @throws Problem 422 with what does not hold.
 */
export async function checkedRecipe(text: string, isNew = true): Promise<CheckedRecipe> {
  if (text.length > LIGHT) return desk("checking").run<CheckedRecipe>("recipe", { text, isNew }, LIMITS);
  try {
    return checkRecipe(text, isNew);
  } catch (error) {
    if (error instanceof RecipeError) throw new Problem(422, sayError(error));
    throw error;
  }
}

/** JSON that goes into an answer as it is, without being read here. */
export class RawJson {
  constructor(readonly text: string) {}
}

/** A checked recipe for an answer: read where it is short, as it is where it is long. */
export const forAnswer = ({ text }: CheckedRecipe): Recipe | RawJson =>
  text.length > LIGHT ? new RawJson(text) : (JSON.parse(text) as Recipe);

/** @throws Problem 422 for a recipe that asks for more than can be made. */
export function refuseTooMuch(recipe: Parameters<typeof tooMuch>[0]): void {
  const words = tooMuch(recipe);
  if (words !== null) throw new Problem(422, put(words));
}
