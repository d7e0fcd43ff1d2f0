import { and, eq, isNull } from "drizzle-orm";
import type { Border } from "@/core/contract";
import type { Size } from "@/core/geometry";
import { database } from "../db/client";
import { photos, revisions, versions } from "../db/schema";
import type { BoardOrder } from "../image/shown/board-picture";
import { boardPicture, borderStrip } from "../image/shown/shown";
import { notFound } from "../problem";

/** What a picture of a version as one of its states corrects it is made from. @throws Problem 404. */
async function orderOf(versionId: string, number: number): Promise<BoardOrder> {
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
  return { sha256: row.sha256, size, recipe: row.recipe, key: `${row.id}` };
}

/**
 * The path of a version's picture as one of its states corrects it, small.
 *
 * @throws Problem 404; 422 where its recipe cannot be read or its file is damaged.
 */
export const pictureOfState = async (versionId: string, number: number): Promise<string> =>
  boardPicture(await orderOf(versionId, number));

/** The path of the strip along one of its borders, at full size. @throws Problem as pictureOfState. */
export const borderOfState = async (versionId: string, number: number, border: Border): Promise<string> =>
  borderStrip(await orderOf(versionId, number), border);
