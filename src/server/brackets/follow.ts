import { and, eq, isNull, ne, notInArray, sql } from "drizzle-orm";
import type { CourseKey } from "@/core/recipe";
import type { Database } from "../db/client";
import { type VersionRow, photos, revisions, versions } from "../db/schema";
import { batchItems, bracketPhotos, brackets } from "../db/work-schema";
import { askFigures } from "../figures/figure-rows";
import type { CheckedRecipe } from "../versions/checked-recipe";
import { shownState } from "../versions/shown-state";

type Tx = Pick<Database, "select" | "selectDistinctOn" | "insert" | "execute">;

/** The course that is each exposure's own; its recipe has one key of that name. */
const OWN = "finish" satisfies CourseKey;

/**
 * The bracket whose exposures are corrected as one with a version's photo, held until the transaction ends: two of them saved at
 * the same time follow one after the other. Null where there is none.
 */
export async function holdBracket(tx: Tx, versionId: string): Promise<string | null> {
  const [row] = await tx
    .select({ id: brackets.id })
    .from(versions)
    .innerJoin(bracketPhotos, eq(bracketPhotos.photoId, versions.photoId))
    .innerJoin(brackets, eq(brackets.id, bracketPhotos.bracketId))
    .where(and(eq(versions.id, versionId), eq(brackets.together, true), eq(brackets.apart, false)));
  if (!row) return null;
  await tx.execute(sql`select pg_advisory_xact_lock(hashtextextended(${row.id}, 1))`);
  return row.id;
}

interface Followed {
  readonly bracketId: string;
  /** The version that was saved. */
  readonly version: VersionRow;
  readonly saved: CheckedRecipe;
  /** The batch that saved it: photos that it changes itself do not follow. */
  readonly batchId: string | undefined;
}

/**
 * Gives what was saved to the other exposures of a bracket as a new state of the version that each is delivered as: all but Finish, which is
 * each one's own. Nothing follows a version that is not the one to deliver, and an exposure that has it all already gets no new state.
 */
export async function follow(tx: Tx, { bracketId, version, saved, batchId }: Followed): Promise<void> {
  if ((await shownState(tx, version.photoId))?.version.id !== version.id) return;
  const others = await tx
    .select({ id: photos.id })
    .from(bracketPhotos)
    .innerJoin(photos, eq(photos.id, bracketPhotos.photoId))
    .where(
      and(
        eq(bracketPhotos.bracketId, bracketId),
        ne(photos.id, version.photoId),
        isNull(photos.deletedAt),
        batchId === undefined
          ? undefined
          : notInArray(
              photos.id,
              tx.select({ id: batchItems.photoId }).from(batchItems).where(eq(batchItems.batchId, batchId)),
            ),
      ),
    );
  for (const { id } of others) {
    const shown = await shownState(tx, id, { locked: true });
    // What this program cannot read stays as it is.
    if (!shown?.laid) continue;
    const { rowCount } = await tx.execute(appended(shown.revisionId, saved, [...withOwn(saved.laid, shown.laid)]));
    if (rowCount) await askFigures(tx, shown.version.id);
  }
}

/** Courses settled in a recipe that has all from one but Finish, which it has from another. */
const withOwn = (saved: readonly CourseKey[], own: readonly CourseKey[]): CourseKey[] => [
  ...saved.filter((key) => key !== OWN),
  ...own.filter((key) => key === OWN),
];

/** A state after another of its version, with all of a saved recipe but Finish; none where that changes nothing. Recipes may be long: they are put together in the database. */
const appended = (revisionId: number, { text }: CheckedRecipe, laid: readonly CourseKey[]) => sql`
  insert into ${revisions} (version_id, number, recipe, laid)
  select version_id, number + 1, merged, array(select jsonb_array_elements_text(${JSON.stringify(laid)}::jsonb))
  from (
    select version_id, number, recipe,
      (${text}::jsonb - ${OWN}::text) ||
      case when recipe ? ${OWN} then jsonb_build_object(${OWN}::text, recipe -> ${OWN}) else '{}'::jsonb end as merged
    from ${revisions} where id = ${revisionId}
  ) own
  where merged <> recipe`;
