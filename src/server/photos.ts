import { say } from "@/core/language";
import { and, asc, desc, eq, inArray, isNull, sql } from "drizzle-orm";
import { type CourseKey, type Recipe, emptyRecipe } from "@/core/recipe";
import { focalFromMetadata } from "@/core/camera";
import { type LensProfile, type StatedLayout, profileFromOpcodes } from "@/core/lens";
import { database } from "./db/client";
import { isTaken } from "./db/errors";
import type { PhotoState } from "@/core/contract";
import { type PhotoRow, type VersionRow, photos, revisions, versions } from "./db/schema";
import { deliveries } from "./db/work-schema";
import type { Figures } from "@/core/answers";
import { toReview } from "./batches/to-review";
import { figuresOfStates } from "./figures/figure-rows";
import { originalPath } from "./files/store";
import { lensOpcodesOf } from "./image/opcodes";
import { statedLayout, statedProjection } from "./image/projection";
import { Problem, notFound } from "./problem";

export interface PhotoSummary extends PhotoRow {
  readonly versions: readonly VersionRow[];
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

/** Held while an original's file and the row that names it are made, or looked for before it is swept away. */
export const lockOriginal = (sha256: string) => sql`select pg_advisory_xact_lock(hashtextextended(${sha256}, 0))`;

/** The recipe that a photo starts with: nothing done, the camera as its metadata tells. */
export function firstRecipe(photo: Pick<PhotoRow, "width" | "height" | "equivalentMm" | "focalMm">): Recipe {
  const focal = focalFromMetadata([photo.width, photo.height], {
    equivalent: photo.equivalentMm,
    focal: photo.focalMm,
  });
  return { ...emptyRecipe(), camera: { ...focal, principal: [photo.width / 2, photo.height / 2] } };
}

export async function getPhoto(id: string): Promise<PhotoRow> {
  const [row] = await database()
    .select()
    .from(photos)
    .where(and(eq(photos.id, id), isNull(photos.deletedAt)));
  if (!row) throw notFound("photo");
  return row;
}

/**
 * What a photo's file itself says: the lens it describes, as a profile for it alone, the projection it was stitched into, and how it
 * is laid out in that.
 */
export async function inTheFile(
  id: string,
): Promise<{ document: LensProfile | null; projection: string | null; layout: StatedLayout | null }> {
  const photo = await getPhoto(id);
  const file = originalPath(photo.sha256);
  const projection = await statedProjection(file);
  const layout = projection === null ? null : await statedLayout(file, [photo.width, photo.height]);
  if (photo.format !== "dng") return { document: null, projection, layout };
  const stored =
    photo.orientation > 4 ? ([photo.height, photo.width] as const) : ([photo.width, photo.height] as const);
  return { document: profileFromOpcodes(await lensOpcodesOf(file), stored, photo), projection, layout };
}

/** The version that a photo is shown and delivered as: the one that was chosen, else the one that was worked on last, else the first. */
export function shownOf<V extends Pick<VersionRow, "id" | "chosen">>(
  own: readonly V[],
  newestOf: (v: V) => { readonly id: number; readonly laid: readonly CourseKey[] | null } | undefined,
): V | undefined {
  const chosen = own.find((v) => v.chosen);
  if (chosen) return chosen;
  const at = (v: V): number => (newestOf(v)?.laid?.length ? newestOf(v)!.id : 0);
  return own.reduce<V | undefined>((best, v) => (!best || at(v) > at(best) ? v : best), undefined);
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

/**
 * An assignment's photos in the order they were taken, with their versions and settled courses.
 *
 * @param count so many at most; absent: all. @param after only those after the photo of this id. @throws Problem 404 where there is none.
 */
export async function listPhotos(
  assignmentId: string,
  { count, after }: { count?: number | undefined; after?: string | undefined } = {},
): Promise<PhotoSummary[]> {
  const db = database();
  const [last] = after === undefined ? [] : await db.select().from(photos).where(eq(photos.id, after));
  if (after !== undefined && !last) throw notFound("photo");
  const following =
    last &&
    sql`${standing} > (coalesce(${last.takenAt?.toISOString() ?? null}::timestamptz, 'infinity'), ${last.name}::text, ${last.id}::uuid)`;
  const ordered = db
    .select()
    .from(photos)
    .where(and(eq(photos.assignmentId, assignmentId), isNull(photos.deletedAt), following))
    .orderBy(asc(photos.takenAt), asc(photos.name), asc(photos.id));
  const rows = await (count === undefined ? ordered : ordered.limit(count));
  if (rows.length === 0) return [];
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

/** Photos of a visit that have the name and the length of one of some files. */
export async function namesakes(
  assignmentId: string,
  files: readonly { readonly name: string; readonly bytes: number }[],
): Promise<{ name: string; bytes: number; sha256: string }[]> {
  if (files.length === 0) return [];
  const lengths = new Set(files.map(({ name, bytes }) => `${bytes} ${name}`));
  const rows = await database()
    .select({ name: photos.name, bytes: photos.bytes, sha256: photos.sha256 })
    .from(photos)
    .where(
      and(
        eq(photos.assignmentId, assignmentId),
        isNull(photos.deletedAt),
        inArray(
          photos.name,
          files.map((f) => f.name),
        ),
      ),
    );
  return rows.filter(({ name, bytes }) => lengths.has(`${bytes} ${name}`));
}

/** Deletes (marks) or brings back a photo. @throws Problem 409 when its file was added again meanwhile. */
export async function changePhoto(id: string, change: { deleted: boolean }): Promise<PhotoRow> {
  const [row] = await database()
    .update(photos)
    .set({ deletedAt: change.deleted ? new Date() : null })
    .where(eq(photos.id, id))
    .returning()
    .catch((error: unknown) => {
      if (!isTaken(error)) throw error;
      throw new Problem(
        409,
        say(
          "The same file was added to this assignment again meanwhile. Take that one out first, and this one can be brought back with its work.",
        ),
      );
    });
  if (!row) throw notFound("photo");
  return row;
}
