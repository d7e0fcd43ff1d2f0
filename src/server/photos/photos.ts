import { say } from "@/language";
import { and, eq, inArray, isNull, sql } from "drizzle-orm";
import { type CourseKey, type Recipe, emptyRecipe } from "@/core/recipe";
import { focalFromMetadata } from "@/core/camera";
import { type LensProfile, type StatedLayout, profileFromOpcodes } from "@/core/lens";
import { database } from "../db/client";
import { isTaken } from "../db/errors";
import { type PhotoRow, type VersionRow, photos } from "../db/schema";
import { originalPath } from "../files/store";
import { lensOpcodesOf } from "../image/reading/opcodes";
import { statedLayout, statedProjection } from "../image/reading/projection";
import { Problem, notFound } from "../problem";

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
