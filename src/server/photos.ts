import { and, asc, desc, eq, inArray, isNull } from "drizzle-orm";
import { type CourseKey, type Recipe, emptyRecipe, laidCourses, readRecipe } from "@/core/recipe";
import { focalFromMetadata } from "@/core/camera";
import { getAssignment } from "./assignments";
import { database } from "./db/client";
import { type PhotoRow, type VersionRow, photos, revisions, versions } from "./db/schema";
import { exists, keepOriginal, originalPath, receive } from "./files/store";
import { inspect } from "./image/inspect";
import { dropPreviews, firstPreviews, previewsAhead } from "./image/preview";
import { dropDeveloped, moveDeveloped } from "./image/raw";
import { notFound } from "./problem";

export interface PhotoSummary extends PhotoRow {
  readonly versions: readonly VersionRow[];
  /** Courses settled in the version that is furthest. */
  readonly laid: readonly CourseKey[];
}

/** The recipe that a photo starts with: nothing done, the camera as its metadata tells. */
export function firstRecipe(photo: Pick<PhotoRow, "width" | "height" | "equivalentMm" | "focalMm">): Recipe {
  const focal = focalFromMetadata([photo.width, photo.height], {
    equivalent: photo.equivalentMm,
    focal: photo.focalMm,
  });
  return { ...emptyRecipe(), camera: { ...focal, principal: [photo.width / 2, photo.height / 2] } };
}

/**
 * Takes an upload into an assignment: streamed, inspected, kept, with a first version. The same file again
 * gives the photo that is already there.
 *
 * @throws Problem with a sentence when the file is refused; nothing of it stays.
 */
export async function addPhoto(
  assignmentId: string,
  name: string,
  chunks: AsyncIterable<Uint8Array>,
): Promise<{ photo: PhotoRow; known: boolean }> {
  await getAssignment(assignmentId);
  const arrived = await receive(chunks);
  let kept = false;
  // While every pixel of it is looked at, so that the Bench has something to show the moment it is kept.
  const previews = firstPreviews(arrived);
  try {
    const facts = await inspect(arrived.file, name);
    await previews;
    await keepOriginal(arrived);
    kept = true;
    await moveDeveloped(arrived.file, originalPath(arrived.sha256));
    void previewsAhead(arrived.sha256);
    const { sha256, bytes } = arrived;
    return await database().transaction(async (tx) => {
      const [photo] = await tx
        .insert(photos)
        .values({ assignmentId, name, sha256, bytes, ...facts })
        .onConflictDoNothing()
        .returning();
      if (!photo) {
        const same = and(eq(photos.assignmentId, assignmentId), eq(photos.sha256, sha256), isNull(photos.deletedAt));
        const [already] = await tx.select().from(photos).where(same);
        return { photo: already!, known: true };
      }
      const [version] = await tx.insert(versions).values({ photoId: photo.id, name: "A" }).returning();
      await tx.insert(revisions).values({ versionId: version!.id, number: 1, recipe: firstRecipe(photo) });
      return { photo, known: false };
    });
  } finally {
    if (!kept) {
      await previews;
      if (!(await exists(originalPath(arrived.sha256)))) await dropPreviews(arrived.sha256);
      await arrived.discard();
      await dropDeveloped(arrived.file);
    }
  }
}

export async function getPhoto(id: string): Promise<PhotoRow> {
  const [row] = await database()
    .select()
    .from(photos)
    .where(and(eq(photos.id, id), isNull(photos.deletedAt)));
  if (!row) throw notFound("photo");
  return row;
}

/** An assignment's photos in the order they were taken, with their versions and settled courses. */
export async function listPhotos(assignmentId: string): Promise<PhotoSummary[]> {
  const db = database();
  const rows = await db
    .select()
    .from(photos)
    .where(and(eq(photos.assignmentId, assignmentId), isNull(photos.deletedAt)))
    .orderBy(asc(photos.takenAt), asc(photos.name), asc(photos.id));
  if (rows.length === 0) return [];
  const ids = rows.map((p) => p.id);
  const allVersions = await db
    .select()
    .from(versions)
    .where(inArray(versions.photoId, ids))
    .orderBy(asc(versions.name));
  const latest = await db
    .selectDistinctOn([revisions.versionId], { versionId: revisions.versionId, recipe: revisions.recipe })
    .from(revisions)
    .innerJoin(versions, eq(versions.id, revisions.versionId))
    .where(inArray(versions.photoId, ids))
    .orderBy(revisions.versionId, desc(revisions.number));
  const recipes = new Map(latest.map((r) => [r.versionId, r.recipe]));
  return rows.map((photo) => {
    const own = allVersions.filter((v) => v.photoId === photo.id);
    const laid = own.map((v) => laidCourses(readRecipe(recipes.get(v.id))));
    return {
      ...photo,
      versions: own,
      laid: laid.reduce((most, next) => (next.length > most.length ? next : most), []),
    };
  });
}

/** Renames, deletes (marks) or brings back a photo. */
export async function changePhoto(id: string, change: { deleted: boolean }): Promise<PhotoRow> {
  const [row] = await database()
    .update(photos)
    .set({ deletedAt: change.deleted ? new Date() : null })
    .where(eq(photos.id, id))
    .returning();
  if (!row) throw notFound("photo");
  return row;
}
