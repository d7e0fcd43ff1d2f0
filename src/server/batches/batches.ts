import { and, asc, desc, eq, inArray, isNull, sql } from "drizzle-orm";
import type { Batch, BatchAction } from "@/core/contract";
import { say } from "@/language";
import { getAssignment } from "../assignments/assignments";
import { database } from "../db/client";
import { photos } from "../db/schema";
import { type BatchItemRow, type BatchRow, batchItems, batches } from "../db/work-schema";
import { addJob } from "../jobs/engine";
import { Problem, notFound } from "../problem";
import { reviewsIn } from "./to-review";

/** Batches of a visit that are told: the newest. */
const TOLD = 3;
/** What a batch wants comes after what a person waits for. */
const PRIORITY = 100;

/** Begins to do something to many photos of a visit; a worker goes on with it, whoever watches. @throws Problem 404, 400. */
export async function createBatch(
  assignmentId: string,
  { photoIds, action }: { photoIds: readonly string[]; action: BatchAction },
): Promise<Batch> {
  await getAssignment(assignmentId);
  const wanted = [...new Set(photoIds)];
  const named = [...new Set([...wanted, ...("brackets" in action ? (action.brackets ?? []).flat() : [])])];
  const id = await database().transaction(async (tx) => {
    const own = await tx
      .select({ id: photos.id })
      .from(photos)
      .where(and(eq(photos.assignmentId, assignmentId), isNull(photos.deletedAt), inArray(photos.id, named)));
    if (own.length !== named.length) throw new Problem(400, say("Some of these photos are not in this assignment."));
    const [batch] = await tx.insert(batches).values({ assignmentId, action }).returning();
    const batchId = batch!.id;
    await tx.insert(batchItems).values(wanted.map((photoId, position) => ({ batchId, photoId, position })));
    // Of several batches the items take turns: the first of each, then the second of each.
    for (const [position, photoId] of wanted.entries())
      await addJob(tx, "batch-item", { batchId, photoId }, { key: `${batchId}/${photoId}`, priority: PRIORITY + position }); // prettier-ignore
    return batchId;
  });
  return getBatch(id);
}

/** The newest batches of a visit, the newest first. */
export async function listBatches(assignmentId: string): Promise<Batch[]> {
  const rows = await database()
    .select()
    .from(batches)
    .where(eq(batches.assignmentId, assignmentId))
    .orderBy(desc(batches.createdAt), desc(batches.id))
    .limit(TOLD);
  return Promise.all(rows.map(told));
}

export async function getBatch(id: string): Promise<Batch> {
  const [row] = await database().select().from(batches).where(eq(batches.id, id));
  if (!row) throw notFound("batch");
  return told(row);
}

async function told({ id, action, createdAt, stopped, undone }: BatchRow): Promise<Batch> {
  const items = await database()
    .select()
    .from(batchItems)
    .where(eq(batchItems.batchId, id))
    .orderBy(asc(batchItems.position));
  return {
    id,
    action,
    createdAt: createdAt.toISOString(),
    stopped,
    undone,
    items: items.map(({ photoId, state, words, review, versionId, reviewedAt }) => ({
      photoId,
      state,
      words,
      review: reviewsIn(review),
      versionId,
      reviewed: reviewedAt !== null,
    })),
    secondsLeft: secondsLeft(items, createdAt),
  };
}

/** By how long the ended ones took together, since several are worked on at a time. */
function secondsLeft(items: readonly BatchItemRow[], begun: Date): number | null {
  const ended = items.filter((i) => i.endedAt !== null);
  const waiting = items.length - ended.length;
  if (waiting === 0) return 0;
  const last = Math.max(...ended.map((i) => i.endedAt!.getTime()));
  return ended.length === 0 ? null : (((last - begun.getTime()) / ended.length) * waiting) / 1000;
}

/** A person has looked at what a batch did to a photo, and finds it good. @throws Problem 404 for a photo that it did nothing to. */
export async function reviewed(id: string, photoId: string): Promise<Batch> {
  const rows = await database()
    .update(batchItems)
    .set({ reviewedAt: sql`now()` })
    .where(and(eq(batchItems.batchId, id), eq(batchItems.photoId, photoId), eq(batchItems.state, "done")))
    .returning({ photoId: batchItems.photoId });
  if (rows.length === 0) throw notFound("batch");
  return getBatch(id);
}

/** Stops a batch: what waits is left as it is, what is being done is finished. */
export async function stopBatch(id: string): Promise<Batch> {
  const [row] = await database().update(batches).set({ stopped: true }).where(eq(batches.id, id)).returning();
  if (!row) throw notFound("batch");
  await database()
    .update(batchItems)
    .set({ state: "left", words: say("stopped before"), endedAt: sql`now()` })
    .where(and(eq(batchItems.batchId, id), eq(batchItems.state, "waiting")));
  return told(row);
}
