import { desc, eq } from "drizzle-orm";
import { RawJson } from "../versions/checked-recipe";
import { type Database, database } from "../db/client";
import { revisions, versions } from "../db/schema";
import type { BatchItemRow } from "../db/work-schema";
import { shownOf } from "../photos/photos";
import { openVersion, siblingsOf } from "../versions/versions";

/** What came of one photo of a batch. */
export type Ended = Pick<BatchItemRow, "state" | "words"> & Partial<BatchItemRow>;
export type Tx = Pick<Database, "update">;

/** The item was ended by somebody else while this was at it. */
export class EndedMeanwhile extends Error {}

/** Writes down how an item ended. @throws EndedMeanwhile */
export type End = (tx: Tx, ended: Ended) => Promise<void>;

/** The version to deliver as it stands; without a recipe where that is too long to be changed among many. */
export async function shownVersion(photoId: string) {
  const own = await siblingsOf(database(), photoId);
  const newest = await database()
    .selectDistinctOn([revisions.versionId], { id: revisions.id, versionId: revisions.versionId, laid: revisions.laid })
    .from(revisions)
    .innerJoin(versions, eq(versions.id, revisions.versionId))
    .where(eq(versions.photoId, photoId))
    .orderBy(revisions.versionId, desc(revisions.number));
  const shown = shownOf(own, (v) => newest.find((n) => n.versionId === v.id));
  const opened = await openVersion(shown!.id);
  return { ...opened, recipe: opened.recipe instanceof RawJson ? null : opened.recipe };
}
