import { tell } from "@/core/language";
import { say } from "@/language";
import { type Edit, carryCourses } from "@/core/edits";
import { RECIPE_FORMAT, type Recipe, laidCourses, recipeSchema } from "@/core/recipe";

/** A recipe as text, for the clipboard, a letter or a file. */
export const recipeText = (recipe: Recipe): string => JSON.stringify(recipe, null, 1);

/** A text longer than this is no recipe of a person, characters. */
const MOST = 4_000_000;

/**
 * The edit that puts a recipe in a text on another photo: its courses as they are set, while marks and what was measured there stay.
 *
 * @throws Error in words, where the text holds no recipe.
 */
export function pasteEdit(text: string): Edit {
  const recipe = recipeIn(text);
  const laid = laidCourses(recipe);
  if (laid.length === 0) throw new Error(say("Nothing is set in the recipe on the clipboard."));
  return { ...carryCourses(recipe, laid), label: tell("Paste a recipe") };
}

function recipeIn(text: string): Recipe {
  const nothing = new Error(say("There is no recipe on the clipboard. Copy one on another photo first."));
  if (text.length > MOST || !text.trimStart().startsWith("{")) throw nothing;
  let read: unknown;
  try {
    read = JSON.parse(text);
  } catch {
    throw nothing;
  }
  if ((read as { format?: unknown }).format !== RECIPE_FORMAT) throw nothing;
  const checked = recipeSchema.safeParse(read);
  if (checked.success) return checked.data;
  const [issue] = checked.error.issues;
  throw new Error(
    say("The recipe on the clipboard does not hold, at {place}: {message}", {
      place: issue?.path.join(".") ?? "",
      message: issue?.message ?? "",
    }),
  );
}
