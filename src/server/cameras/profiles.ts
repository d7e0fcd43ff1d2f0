import { sayError } from "@/language";
import { and, asc, eq, isNull } from "drizzle-orm";
import { type LensProfile, ProfileError, proposeProfiles, readProfile } from "@/core/lens";
import { edited, takeProfile } from "@/core/edits";
import { laidCourses, parseRecipe } from "@/core/recipe";
import { RawJson } from "../versions/checked-recipe";
import { database } from "../db/client";
import { type LensProfileRow, lensProfiles, photos, versions } from "../db/schema";
import { Problem, notFound } from "../problem";
import { saveRevision } from "../versions/save-revision";
import { openVersion } from "../versions/versions";

/** Everything a document can be wrong in is said to who sent it. */
function checked(document: unknown): LensProfile {
  try {
    return readProfile(document);
  } catch (error) {
    if (error instanceof ProfileError) throw new Problem(422, sayError(error));
    throw error;
  }
}

/** All profiles that are not deleted, oldest first. */
export const listProfiles = (): Promise<LensProfileRow[]> =>
  database().select().from(lensProfiles).where(isNull(lensProfiles.deletedAt)).orderBy(asc(lensProfiles.createdAt));

/** Keeps a profile. @throws Problem 422 with the reason when the document does not hold. */
export async function keepProfile(document: unknown): Promise<LensProfileRow> {
  const [row] = await database()
    .insert(lensProfiles)
    .values({ document: checked(document) })
    .returning();
  return row!;
}

/** Replaces a profile's document, deletes it (marks) or brings it back. */
export async function changeProfile(
  id: string,
  change: { document?: unknown; deleted?: boolean | undefined },
): Promise<LensProfileRow> {
  const [row] = await database()
    .update(lensProfiles)
    .set({
      updatedAt: new Date(),
      ...(change.document === undefined ? {} : { document: checked(change.document) }),
      ...(change.deleted === undefined ? {} : { deletedAt: change.deleted ? new Date() : null }),
    })
    .where(eq(lensProfiles.id, id))
    .returning();
  if (!row) throw notFound("profile");
  return row;
}

/**
 * Takes a profile on the versions of an assignment's photos that were taken with a lens and whose Lens course nobody
 * has touched, each at its own focal length and aperture. Lines are solved anew, since marks stay where they were put.
 *
 * @param except a version that is open at the moment and takes the profile itself.
 * @returns how many photos took it.
 */
export async function takeProfileForAll(
  assignmentId: string,
  { profileId, lens, except }: { profileId: string; lens: string; except?: string | undefined },
): Promise<{ photos: number }> {
  const db = database();
  const [kept] = await db
    .select()
    .from(lensProfiles)
    .where(and(eq(lensProfiles.id, profileId), isNull(lensProfiles.deletedAt)));
  if (!kept) throw notFound("profile");
  const rows = await db
    .select({ photo: photos, versionId: versions.id })
    .from(versions)
    .innerJoin(photos, eq(photos.id, versions.photoId))
    .where(and(eq(photos.assignmentId, assignmentId), eq(photos.lens, lens), isNull(photos.deletedAt)));
  const taken = new Set<string>();
  for (const { photo, versionId } of rows) {
    const [proposal] = proposeProfiles([kept.document], photo);
    if (!proposal || versionId === except) continue;
    const { recipe: stored, revision } = await openVersion(versionId);
    const recipe = stored instanceof RawJson ? parseRecipe(stored.text) : stored;
    if (laidCourses(recipe).includes("lens")) continue;
    const size = [photo.width, photo.height] as const;
    await saveRevision(versionId, revision, edited(recipe, takeProfile(proposal, photo, size), size));
    taken.add(photo.id);
  }
  return { photos: taken.size };
}
