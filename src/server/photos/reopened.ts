import { say } from "@/language";
import { and, desc, eq, isNull } from "drizzle-orm";
import type { UploadAnswer } from "@/core/contract";
import { isSameJson } from "@/core/edits";
import type { Recipe } from "@/core/recipe";
import { settle } from "@/core/render";
import { database } from "../db/client";
import { type PhotoRow, photos, revisions, versions } from "../db/schema";
import type { DeliveredFrom } from "../image/reading/delivered-from";
import { createVersion, siblingsOf } from "../versions/versions";

interface Reopened {
  readonly photo: PhotoRow;
  readonly told: NonNullable<UploadAnswer["reopened"]>;
}

/**
 * A recipe with what a delivery of it has filled in: the camera that the photo told, an attitude that waited for its lines, and,
 * as that delivery says, how sharp and noisy the photo is.
 */
function asDelivered({ finish, ...rest }: Recipe, delivered: Recipe, photo: PhotoRow): unknown {
  const measured = { blur: finish?.blur ?? delivered.finish?.blur, noise: finish?.noise ?? delivered.finish?.noise };
  const recipe = { ...rest, ...(finish && { finish: { ...finish, ...measured } }) } as Recipe;
  const size = [photo.width, photo.height] as const;
  const settled = settle(recipe, size, { equivalent: photo.equivalentMm, focal: photo.focalMm });
  // As it is read back: without what is undefined.
  return JSON.parse(JSON.stringify(settled));
}

/**
 * Opens a delivery's recipe again as a version of its original; one that stands there as it was delivered is not made twice.
 *
 * @param name the delivered file came under. @returns null where the original is not in the assignment, or the delivery does not say which it was.
 */
export async function reopened(
  assignmentId: string,
  name: string,
  { original, recipe }: DeliveredFrom,
): Promise<Reopened | null> {
  if (original === null) return null;
  const db = database();
  const [photo] = await db
    .select()
    .from(photos)
    .where(and(eq(photos.assignmentId, assignmentId), eq(photos.sha256, original), isNull(photos.deletedAt)));
  if (!photo) return null;
  const wanted = asDelivered(recipe, recipe, photo);
  for (const version of await siblingsOf(db, photo.id)) {
    const [newest] = await db
      .select({ recipe: revisions.recipe })
      .from(revisions)
      .where(eq(revisions.versionId, version.id))
      .orderBy(desc(revisions.number))
      .limit(1);
    if (newest && isSameJson(asDelivered(newest.recipe, recipe, photo), wanted))
      return { photo, told: { versionId: version.id, photo: photo.name, version: version.name } };
  }
  const made = await createVersion(photo.id, recipe);
  await db
    .update(versions)
    .set({ note: say("From the delivery {name}", { name }) })
    .where(eq(versions.id, made.id));
  return { photo, told: { versionId: made.id, photo: photo.name, version: made.name } };
}
