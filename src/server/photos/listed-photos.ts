import { type SQL, and, asc, count as counted, desc, eq, inArray, isNull, sql } from "drizzle-orm";
import type { Figures } from "@/core/answers";
import type { BracketState, PhotoState } from "@/core/contract";
import type { CourseKey } from "@/core/recipe";
import { toReview } from "../batches/to-review";
import { bracketsOfPhotos } from "../brackets/brackets";
import { database } from "../db/client";
import { type PhotoRow, type VersionRow, photos, revisions, versions } from "../db/schema";
import { deliveries } from "../db/work-schema";
import { figuresOfStates } from "../figures/figure-rows";
import { shownOf } from "./photos";
import { notFound } from "../problem";

export interface PhotoSummary extends PhotoRow {
  readonly versions: readonly VersionRow[];
  readonly bracket: BracketState | null;
  readonly shown: {
    readonly versionId: string;
    readonly revision: number;
    readonly state: PhotoState;
    readonly deliveredAt: Date | null;
    /** Why a person should look at it, in words, and the batch that says so. */
    readonly review: readonly string[];
    readonly reviewIn: string | null;
    readonly figures: Figures | null;
  } | null;
  /** Courses settled in the version that is furthest. */
  readonly laid: readonly CourseKey[];
  /** Versions whose recipe this program cannot read, by name. */
  readonly unreadable: readonly string[];
}

/** How far a version is. @param last its newest delivered state. @param eyes whether a batch says that a person should look at it. @param proposed the first answer that was found for the photo. */
function stateOf(
  newest: { readonly id: number; readonly laid: readonly CourseKey[] | null } | undefined,
  last: { readonly revisionId: number } | undefined,
  eyes: boolean,
  proposed: string | null,
): PhotoState {
  if (eyes && last?.revisionId !== newest?.id) return "review";
  if (last) return last.revisionId === newest?.id ? "delivered" : "changed";
  if (newest?.laid?.length) return "trued";
  return proposed === null || proposed === "none" || proposed === "as-shot" ? "new" : "proposed";
}

/** Where a photo stands in its visit: those that do not say when they were taken come last. */
const standing = sql`(coalesce(${photos.takenAt}, 'infinity'), ${photos.name}, ${photos.id})`;
const standingOf = ({ takenAt, name, id }: PhotoRow): SQL =>
  sql`(coalesce(${takenAt?.toISOString() ?? null}::timestamptz, 'infinity'), ${name}::text, ${id}::uuid)`;
const FORWARDS = [asc(photos.takenAt), asc(photos.name), asc(photos.id)] as const;
const BACKWARDS = [sql`${photos.takenAt} desc nulls first`, desc(photos.name), desc(photos.id)] as const;

const inVisit = (assignmentId: string): SQL => and(eq(photos.assignmentId, assignmentId), isNull(photos.deletedAt))!;

/**
 * An assignment's photos in the order they were taken, with their versions and settled courses.
 *
 * @param count so many at most; absent: all. @param after only those after the photo of this id. @throws Problem 404 where there is none.
 */
export async function listPhotos(
  assignmentId: string,
  { count, after }: { count?: number | undefined; after?: string | undefined } = {},
): Promise<PhotoSummary[]> {
  const [last] = after === undefined ? [] : await database().select().from(photos).where(eq(photos.id, after));
  if (after !== undefined && !last) throw notFound("photo");
  const ordered = database()
    .select()
    .from(photos)
    .where(and(inVisit(assignmentId), last && sql`${standing} > ${standingOf(last)}`))
    .orderBy(...FORWARDS);
  return summariesOf(await (count === undefined ? ordered : ordered.limit(count)));
}

/** Photos with their versions and settled courses, in the order given. */
async function summariesOf(rows: readonly PhotoRow[]): Promise<PhotoSummary[]> {
  if (rows.length === 0) return [];
  const db = database();
  const ids = rows.map((p) => p.id);
  const allVersions = await db
    .select()
    .from(versions)
    .where(and(inArray(versions.photoId, ids), isNull(versions.deletedAt)))
    .orderBy(asc(versions.position), asc(versions.createdAt), asc(versions.id));
  const latest = await db
    .selectDistinctOn([revisions.versionId], {
      id: revisions.id,
      versionId: revisions.versionId,
      number: revisions.number,
      laid: revisions.laid,
    })
    .from(revisions)
    .innerJoin(versions, eq(versions.id, revisions.versionId))
    .where(inArray(versions.photoId, ids))
    .orderBy(revisions.versionId, desc(revisions.number));
  const delivered = await db
    .selectDistinctOn([revisions.versionId], {
      versionId: revisions.versionId,
      revisionId: deliveries.revisionId,
      at: deliveries.finishedAt,
    })
    .from(deliveries)
    .innerJoin(revisions, eq(revisions.id, deliveries.revisionId))
    .innerJoin(versions, eq(versions.id, revisions.versionId))
    .where(and(inArray(versions.photoId, ids), eq(deliveries.state, "done")))
    .orderBy(revisions.versionId, desc(deliveries.revisionId), desc(deliveries.finishedAt));
  const reviews = await toReview(ids);
  const figures = await figuresOfStates(latest.map((r) => r.id));
  const brackets = await bracketsOfPhotos(ids);
  const newestOf = new Map(latest.map((r) => [r.versionId, r]));
  const deliveredOf = new Map(delivered.map((d) => [d.versionId, d]));
  const laidIn = new Map(latest.map((r) => [r.versionId, r.laid]));
  const byPhoto = new Map<string, VersionRow[]>();
  for (const v of allVersions) byPhoto.set(v.photoId, [...(byPhoto.get(v.photoId) ?? []), v]);
  return rows.map((photo) => {
    const own = byPhoto.get(photo.id) ?? [];
    const laid = own.map((v) => laidIn.get(v.id) ?? []);
    const first = shownOf(own, (v) => newestOf.get(v.id));
    const newest = first && newestOf.get(first.id);
    const last = first && deliveredOf.get(first.id);
    const told = reviews.get(photo.id);
    // What somebody has gone on with since has been looked at.
    const review = told && told.versionId === first?.id && told.after === newest?.number ? told : null;
    return {
      ...photo,
      versions: own,
      bracket: brackets.get(photo.id) ?? null,
      shown: first
        ? {
            versionId: first.id,
            revision: newest?.number ?? 0,
            state: stateOf(newest, last, review !== null, photo.proposed),
            deliveredAt: last?.at ?? null,
            review: review?.review ?? [],
            reviewIn: review?.batchId ?? null,
            figures: (newest && figures.get(newest.id)) ?? null,
          }
        : null,
      laid: laid.reduce((most, next) => (next.length > most.length ? next : most), []),
      unreadable: own.filter((v) => laidIn.get(v.id) === null).map((v) => v.name),
    };
  });
}

/** A photo as the version that it is shown as. */
interface Shown {
  readonly id: string;
  readonly versionId: string;
  readonly sha256: string;
}

/** Where a photo stands among its visit's, and the photos beside it; without going through all of them. */
export async function besideInVisit(
  photo: PhotoRow,
): Promise<{ number: number; of: number; previous: Shown | null; next: Shown | null }> {
  const db = database();
  const own = inVisit(photo.assignmentId);
  const [before, after] = [sql`${standing} < ${standingOf(photo)}`, sql`${standing} > ${standingOf(photo)}`];
  const [[all], [sooner], [last], [first]] = await Promise.all([
    db.select({ count: counted() }).from(photos).where(own),
    db.select({ count: counted() }).from(photos).where(and(own, before)),
    db.select().from(photos).where(and(own, before)).orderBy(...BACKWARDS).limit(1),
    db.select().from(photos).where(and(own, after)).orderBy(...FORWARDS).limit(1),
  ]); // prettier-ignore
  const summaries = await summariesOf([last, first].filter((p) => p !== undefined));
  const placeOf = (row: PhotoRow | undefined): Shown | null => {
    const found = row && summaries.find((p) => p.id === row.id);
    return found?.shown ? { id: found.id, versionId: found.shown.versionId, sha256: found.sha256 } : null;
  };
  return { number: sooner!.count + 1, of: all!.count, previous: placeOf(last), next: placeOf(first) };
}
