import { and, desc, eq, gt, isNull, lt, ne, sql } from "drizzle-orm";
import { HABIT_OF, type Habit, habitOf } from "@/core/answers";
import { RecipeError, readRecipe } from "@/core/recipe";
import { database } from "../db/client";
import { type PhotoRow, photos, revisions, versions } from "../db/schema";

/** Recipes longer than this are not read for it, characters: it would keep the app busy. */
const LONGEST = 400_000;

/** What the photos of the same visit that were last worked on were given alike; null where they share nothing. */
export async function habitBefore({ id, assignmentId }: Pick<PhotoRow, "id" | "assignmentId">): Promise<Habit | null> {
  const db = database();
  const newest = db
    .selectDistinctOn([versions.photoId], {
      photoId: versions.photoId,
      revisionId: revisions.id,
      width: photos.width,
      height: photos.height,
    })
    .from(revisions)
    .innerJoin(versions, eq(versions.id, revisions.versionId))
    .innerJoin(photos, eq(photos.id, versions.photoId))
    .where(
      and(
        eq(photos.assignmentId, assignmentId),
        ne(photos.id, id),
        isNull(photos.deletedAt),
        isNull(versions.deletedAt),
        // The first is what a version began with: nobody's work.
        gt(revisions.number, 1),
      ),
    )
    .orderBy(versions.photoId, desc(revisions.id))
    .as("newest");
  const rows = await db
    .select({ recipe: revisions.recipe, width: newest.width, height: newest.height })
    .from(newest)
    .innerJoin(revisions, eq(revisions.id, newest.revisionId))
    .where(lt(sql`length(${revisions.recipe}::text)`, LONGEST))
    .orderBy(desc(newest.revisionId))
    .limit(HABIT_OF);
  try {
    return habitOf(rows.map(({ recipe, width, height }) => ({ recipe: readRecipe(recipe), size: [width, height] })));
  } catch (error) {
    // What this program cannot read tells it no habit.
    if (error instanceof RecipeError) return null;
    throw error;
  }
}
