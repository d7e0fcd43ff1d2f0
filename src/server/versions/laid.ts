import { and, eq, gt, isNull } from "drizzle-orm";
import { laidCourses, readRecipe } from "@/core/recipe";
import type { Database } from "../db/client";
import { revisions } from "../db/schema";

/** Rows read at a time. */
const PAGE = 200;

/**
 * Says for revisions of before there was such a column which courses they settle, so that boards need not read recipes.
 * A recipe that cannot be read is left as it is; its card says so.
 */
export async function tellLaid(db: Database): Promise<void> {
  for (let after = 0; ;) {
    const rows = await db
      .select({ id: revisions.id, recipe: revisions.recipe })
      .from(revisions)
      .where(and(isNull(revisions.laid), gt(revisions.id, after)))
      .orderBy(revisions.id)
      .limit(PAGE);
    const last = rows[rows.length - 1];
    if (!last) return;
    for (const { id, recipe } of rows)
      try {
        const laid = laidCourses(readRecipe(recipe));
        await db.update(revisions).set({ laid }).where(eq(revisions.id, id));
      } catch (error) {
        console.error(`Revision ${id}:`, (error as Error).message);
      }
    after = last.id;
  }
}
