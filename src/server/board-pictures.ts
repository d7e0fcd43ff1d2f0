import { and, eq, isNull } from "drizzle-orm";
import type { Size } from "@/core/geometry";
import { database } from "./db/client";
import { photos, revisions, versions } from "./db/schema";
import { boardPicture } from "./image/shown";
import { notFound } from "./problem";

/**
 * The path of a version's picture as one of its states corrects it, small.
 *
 * @throws Problem 404; 422 where its recipe cannot be read or its file is damaged.
 */
export async function pictureOfState(versionId: string, number: number): Promise<string> {
  const [row] = await database()
    .select({
      id: revisions.id,
      recipe: revisions.recipe,
      sha256: photos.sha256,
      width: photos.width,
      height: photos.height,
    })
    .from(revisions)
    .innerJoin(versions, eq(versions.id, revisions.versionId))
    .innerJoin(photos, eq(photos.id, versions.photoId))
    .where(and(eq(revisions.versionId, versionId), eq(revisions.number, number), isNull(photos.deletedAt)));
  if (!row) throw notFound("version");
  const size: Size = [row.width, row.height];
  // States are never changed, so the number of one names its picture for good.
  return boardPicture({ sha256: row.sha256, size, recipe: row.recipe, key: `${row.id}` });
}
