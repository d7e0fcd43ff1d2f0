import { and, desc, eq, lt, max } from "drizzle-orm";
import type { SavedRevision } from "@/core/contract";
import type { Recipe } from "@/core/recipe";
import { type RawJson, forAnswer } from "./checked-recipe";
import { database } from "../db/client";
import { revisions } from "../db/schema";
import { deliveries } from "../db/work-schema";
import { notFound } from "../problem";
import { checkedKept, recipeText, refuseDeleted } from "./versions";

/** So many states are told at a time. */
const REVISIONS_AT_ONCE = 40;

/**
 * States of a version as they were saved, the newest first, without their recipes: those may be long, and are asked for one by
 * one where they are looked at.
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
      deliveredAt: max(deliveries.finishedAt),
    })
    .from(revisions)
    .leftJoin(deliveries, and(eq(deliveries.revisionId, revisions.id), eq(deliveries.state, "done")))
    .where(and(eq(revisions.versionId, versionId), before === null ? undefined : lt(revisions.number, before)))
    .groupBy(revisions.id)
    .orderBy(desc(revisions.number))
    .limit(REVISIONS_AT_ONCE);
  return rows.map(({ number, createdAt, deliveredAt }) => ({
    number,
    createdAt: new Date(createdAt).toISOString(),
    deliveredAt: deliveredAt === null ? null : new Date(deliveredAt).toISOString(),
  }));
}

/** The recipe of one state of a version. @throws Problem 404, 409; 422 where this program cannot read it. */
export async function revisionRecipe(versionId: string, number: number): Promise<{ recipe: Recipe | RawJson }> {
  const db = database();
  await refuseDeleted(db, versionId);
  const [row] = await db
    .select({ recipe: recipeText })
    .from(revisions)
    .where(and(eq(revisions.versionId, versionId), eq(revisions.number, number)));
  if (!row) throw notFound("state");
  return { recipe: forAnswer(await checkedKept(row.recipe)) };
}
