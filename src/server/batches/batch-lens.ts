import { and, asc, eq, isNull } from "drizzle-orm";
import { type LensOfSeveral, type PooledPhoto, lensOfSeveral, sameSetting } from "@/core/own-edges";
import { database } from "../db/client";
import { type PhotoRow, photos } from "../db/schema";
import { batchItems, batches } from "../db/work-schema";
import { firstRecipe } from "../photos/photos";
import { proposedFor } from "../photos/proposed";
import { Problem } from "../problem";

/** So many other photos are looked at for the lens of one: each that follows tells less that is new. */
const MOST_OTHERS = 7;

/**
 * The lens of a batch's photo as its edges and those of others of the batch at the same setting tell it together: the first of them in the
 * batch's order. Each is looked at once, whichever photo asks first; what it says is kept.
 *
 * @param own what the photo proposes by itself.
 * @returns null where too few tell a lens, or this photo clearly tells another. @throws the signal's reason.
 */
export async function batchLens(
  batchId: string,
  photoId: string,
  own: PooledPhoto["proposal"],
  signal: AbortSignal,
): Promise<LensOfSeveral | null> {
  if (!own.lens.freely) return null;
  const rows = await database()
    .select({ photo: photos })
    .from(batchItems)
    .innerJoin(photos, eq(photos.id, batchItems.photoId))
    .where(and(eq(batchItems.batchId, batchId), isNull(photos.deletedAt)))
    .orderBy(asc(batchItems.position));
  const all = rows.map((r) => r.photo);
  const photo = all.find((p) => p.id === photoId);
  if (!photo) return null;
  const others: PooledPhoto[] = [];
  for (const other of all.filter((p) => p.id !== photoId && sameSetting(p, photo)).slice(0, MOST_OTHERS)) {
    if (await isStopped(batchId)) return null;
    const proposal = await proposalOf(other, signal);
    if (proposal) others.push({ proposal, size: [other.width, other.height] });
  }
  return lensOfSeveral({ proposal: own, size: [photo.width, photo.height] }, others);
}

/** What a photo proposes by itself; null where nothing, or where it cannot be read. */
async function proposalOf(photo: PhotoRow, signal: AbortSignal): Promise<PooledPhoto["proposal"] | null> {
  try {
    return (await proposedFor(photo.id, firstRecipe(photo).camera, signal)).found?.proposal ?? null;
  } catch (error) {
    if (error instanceof Problem) return null;
    throw error;
  }
}

async function isStopped(batchId: string): Promise<boolean> {
  const [row] = await database().select({ stopped: batches.stopped }).from(batches).where(eq(batches.id, batchId));
  return row?.stopped ?? true;
}
