import { desc, inArray } from "drizzle-orm";
import type { CourseKey } from "@/core/recipe";
import type { Database } from "../db/client";
import { type VersionRow, revisions, versions } from "../db/schema";
import { shownOf } from "../photos/photos";
import { siblingsOf } from "./versions";

/** The version that a photo is shown and delivered as, and its newest state. */
interface ShownState {
  readonly version: VersionRow;
  readonly revisionId: number;
  /** Null where this program cannot read it. */
  readonly laid: readonly CourseKey[] | null;
}

/** @param locked nobody else saves to the photo's versions until the transaction ends. @returns null for a photo without versions. */
export async function shownState(
  db: Pick<Database, "select" | "selectDistinctOn">,
  photoId: string,
  { locked = false } = {},
): Promise<ShownState | null> {
  const own = await siblingsOf(db, photoId);
  if (own.length === 0) return null;
  const ids = own.map((v) => v.id);
  if (locked) await db.select({ id: versions.id }).from(versions).where(inArray(versions.id, ids)).for("update");
  const newest = await db
    .selectDistinctOn([revisions.versionId], { id: revisions.id, versionId: revisions.versionId, laid: revisions.laid })
    .from(revisions)
    .where(inArray(revisions.versionId, ids))
    .orderBy(revisions.versionId, desc(revisions.number));
  const newestOf = (v: VersionRow) => newest.find((n) => n.versionId === v.id);
  const version = shownOf(own, newestOf);
  const state = version && newestOf(version);
  return version && state ? { version, revisionId: state.id, laid: state.laid } : null;
}
