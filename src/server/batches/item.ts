import { RawJson } from "../versions/checked-recipe";
import { type Database, database } from "../db/client";
import type { BatchItemRow } from "../db/work-schema";
import { shownState } from "../versions/shown-state";
import { openVersion } from "../versions/versions";

/** What came of one photo of a batch. */
export type Ended = Pick<BatchItemRow, "state" | "words"> & Partial<BatchItemRow>;
export type Tx = Pick<Database, "update">;

/** The item was ended by somebody else while this was at it. */
export class EndedMeanwhile extends Error {}

/** Writes down how an item ended. @throws EndedMeanwhile */
export type End = (tx: Tx, ended: Ended) => Promise<void>;

/** The version to deliver as it stands; without a recipe where that is too long to be changed among many. */
export async function shownVersion(photoId: string) {
  const shown = await shownState(database(), photoId);
  const opened = await openVersion(shown!.version.id);
  return { ...opened, recipe: opened.recipe instanceof RawJson ? null : opened.recipe };
}
