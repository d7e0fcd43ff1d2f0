import { and, desc, eq, lt, max } from "drizzle-orm";
import type { SavedRevision } from "@/core/contract";
import { RecipeError, readRecipe } from "@/core/recipe";
import { database } from "./db/client";
import { deliveries, revisions } from "./db/schema";
import { refuseDeleted } from "./versions";

/** So many states are told at a time. */
export const REVISIONS_AT_ONCE = 40;

/**
 * States of a version as they were saved, the newest first. Those that this program cannot read are left out.
 *
 * @param before a number: those before it. @throws Problem 404, 409.
 */
export async function listRevisions(versionId: string, before: number | null = null): Promise<SavedRevision[]> {
  const db = database();
  await refuseDeleted(db, versionId);
  const rows = await db
    .select({
      number: revisions.number,
      createdAt: revisions.createdAt,
      recipe: revisions.recipe,
      deliveredAt: max(deliveries.finishedAt),
    })
    .from(revisions)
    .leftJoin(deliveries, and(eq(deliveries.revisionId, revisions.id), eq(deliveries.state, "done")))
    .where(and(eq(revisions.versionId, versionId), before === null ? undefined : lt(revisions.number, before)))
    .groupBy(revisions.id)
    .orderBy(desc(revisions.number))
    .limit(REVISIONS_AT_ONCE);
  return rows.flatMap(({ number, createdAt, recipe, deliveredAt }): SavedRevision[] => {
    try {
      const at = deliveredAt === null ? null : new Date(deliveredAt).toISOString();
      return [{ number, createdAt: new Date(createdAt).toISOString(), recipe: readRecipe(recipe), deliveredAt: at }];
    } catch (error) {
      if (error instanceof RecipeError) return [];
      throw error;
    }
  });
}
