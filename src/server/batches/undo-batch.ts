import { and, eq, sql } from "drizzle-orm";
import type { Batch } from "@/core/contract";
import { say } from "@/language";
import { database } from "../db/client";
import { revisions, versions } from "../db/schema";
import { type BatchItemRow, type BatchRow, batchItems, batches } from "../db/work-schema";
import { changePhoto } from "../photos/photos";
import { Problem, notFound } from "../problem";
import { saveRevision } from "../versions/save-revision";
import { changeVersion } from "../versions/version-changes";
import { getBatch } from "./batches";

/**
 * Takes back what a batch did, as new states: nothing is lost. What somebody has gone on with since is left.
 *
 * @param only one photo; absent: all of them.
 * @throws Problem 404; 409 while the batch still runs; and, of one photo alone, where it is not taken back.
 */
export async function undoBatch(id: string, only?: string): Promise<Batch> {
  const db = database();
  const [batch] = await db.select().from(batches).where(eq(batches.id, id));
  if (!batch) throw notFound("batch");
  const items = await db.select().from(batchItems).where(eq(batchItems.batchId, id));
  if (items.some((i) => i.state === "waiting"))
    throw new Problem(409, say("It is still being done. Stop it first, then it can be taken back."));
  const wanted = only === undefined ? items : items.filter((i) => i.photoId === only);
  if (wanted.length === 0) throw notFound("batch");
  for (const item of wanted) {
    // One that is taken back alone takes the other exposures of its bracket with it.
    const refused = await takenBack(batch, item, only === undefined);
    if (refused && only !== undefined) throw new Problem(409, say("It was not taken back: {refused}.", { refused }));
  }
  if (only === undefined) await db.update(batches).set({ undone: true }).where(eq(batches.id, id));
  return getBatch(id);
}

/** Takes back what was done to one photo. @param all whether all of the batch is taken back. @returns why it was not, in words; null where it was, or where nothing was done. */
async function takenBack(
  { id, action }: BatchRow,
  { photoId, state, versionId, before, after }: BatchItemRow,
  all: boolean,
): Promise<string | null> {
  if (state !== "done" || !versionId || before === null || after === null) return null;
  const mark = (words: string, undone: boolean) =>
    database()
      .update(batchItems)
      .set({ state: undone ? "undone" : "done", words })
      .where(and(eq(batchItems.batchId, id), eq(batchItems.photoId, photoId)));
  try {
    if (action.kind === "new-version") await withoutVersion(versionId);
    else if (action.kind === "blend") await withoutBlend(versionId, after);
    else await backTo(versionId, before, after, all ? id : undefined);
    await mark(say("taken back"), true);
    return null;
  } catch (error) {
    if (!(error instanceof Problem)) throw error;
    await mark(say("not taken back: {message}", { message: error.message }), false);
    return error.message;
  }
}

/** Saves the state before as the newest, if none came after. @throws Problem 409. */
async function backTo(versionId: string, before: number, after: number, batchId: string | undefined): Promise<void> {
  const [state] = await database()
    .select({ recipe: revisions.recipe })
    .from(revisions)
    .where(and(eq(revisions.versionId, versionId), eq(revisions.number, before)));
  if (!state) throw notFound("version");
  await saveRevision(versionId, after, state.recipe, { ...(batchId && { batchId }) });
}

/** Takes out a blended photo that nobody has worked on since. @throws Problem 409. */
async function withoutBlend(versionId: string, after: number): Promise<void> {
  const [row] = await database()
    .select({ photoId: versions.photoId, newest: sql<number>`max(${revisions.number})` })
    .from(revisions)
    .innerJoin(versions, eq(versions.id, revisions.versionId))
    .where(eq(versions.id, versionId))
    .groupBy(versions.photoId);
  if (row && row.newest > after) throw new Problem(409, say("it has been worked on since"));
  if (row) await changePhoto(row.photoId, { deleted: true });
}

/** Deletes a version that nobody has worked on since. @throws Problem 409. */
async function withoutVersion(versionId: string): Promise<void> {
  const states = await database()
    .select({ id: revisions.id })
    .from(revisions)
    .where(eq(revisions.versionId, versionId));
  if (states.length > 1) throw new Problem(409, say("it has been worked on since"));
  const [version] = await database().select().from(versions).where(eq(versions.id, versionId));
  if (version && !version.deletedAt) await changeVersion(versionId, { deleted: true });
}
