import { sayError } from "@/language";
import { asc, eq, isNull } from "drizzle-orm";
import { carryCourses } from "@/core/edits";
import { type CourseKey, RecipeError, emptyRecipe, readRecipe } from "@/core/recipe";
import { database } from "../db/client";
import { type SavedRecipeRow, savedRecipes } from "../db/schema";
import { Problem, notFound } from "../problem";

/** Recipes kept under a name, by name. One that this program cannot read is left out, and stays as it is. */
export async function listSavedRecipes(): Promise<SavedRecipeRow[]> {
  const rows = await database()
    .select()
    .from(savedRecipes)
    .where(isNull(savedRecipes.deletedAt))
    .orderBy(asc(savedRecipes.name), asc(savedRecipes.createdAt));
  return rows.filter(({ recipe }) => {
    try {
      readRecipe(recipe);
      return true;
    } catch (error) {
      if (error instanceof RecipeError) return false;
      throw error;
    }
  });
}

/**
 * Keeps how courses are set under a name: what goes to other photos of them, without the marks on this one.
 *
 * @throws Problem 422 for a recipe that does not hold.
 */
export async function saveRecipe({
  name,
  courses,
  recipe,
}: {
  name: string;
  courses: readonly CourseKey[];
  recipe: unknown;
}): Promise<SavedRecipeRow> {
  try {
    const kept = carryCourses(readRecipe(recipe), courses).apply(emptyRecipe());
    const [row] = await database()
      .insert(savedRecipes)
      .values({ name, courses: [...new Set(courses)], recipe: kept })
      .returning();
    return row!;
  } catch (error) {
    if (error instanceof RecipeError) throw new Problem(422, sayError(error));
    throw error;
  }
}

/** Renames a kept recipe, deletes (marks) it or brings it back. @throws Problem 404. */
export async function changeSavedRecipe(
  id: string,
  { name, deleted }: { name?: string | undefined; deleted?: boolean | undefined },
): Promise<SavedRecipeRow> {
  const change = {
    ...(name === undefined ? {} : { name }),
    ...(deleted === undefined ? {} : { deletedAt: deleted ? new Date() : null }),
  };
  const rows =
    Object.keys(change).length === 0
      ? await database().select().from(savedRecipes).where(eq(savedRecipes.id, id))
      : await database().update(savedRecipes).set(change).where(eq(savedRecipes.id, id)).returning();
  if (!rows[0]) throw notFound("saved recipe");
  return rows[0];
}
