import { and, eq, isNull } from "drizzle-orm";
import type { UploadAnswer } from "@/core/contract";
import { getAssignment } from "../assignments/assignments";
import { askBrackets } from "../brackets/find-brackets";
import { database } from "../db/client";
import { type PhotoRow, photos, revisions, versions } from "../db/schema";
import { askFigures } from "../figures/figure-rows";
import { exists, keepOriginal, originalPath, receive } from "../files/store";
import type { DeliveredFrom } from "../image/reading/delivered-from";
import { desk, limitsFor } from "../image/desks";
import type { Inspected } from "../image/reading/inspect";
import { dropPreviews } from "../image/shown/preview";
import { developerOf, dropDeveloped, moveDeveloped } from "../image/reading/developed";
import { previewsAhead } from "../image/shown/shown";
import { askLook } from "./look-ahead";
import { firstRecipe, lockOriginal } from "./photos";
import { proposedAhead } from "./proposed";
import { reopened } from "./reopened";

/** What came of an upload, see uploadAnswer; the photo is the one that is there now. */
export type Added = UploadAnswer & { readonly photo: PhotoRow };

/**
 * Takes an upload into an assignment: streamed, inspected, kept, with a first version. The same file again
 * gives the photo that is already there; a delivery of one of its photos that photo, with a version of the delivery's recipe.
 *
 * @throws Problem with a sentence when the file is refused; nothing of it stays.
 */
export async function addPhoto(assignmentId: string, name: string, chunks: AsyncIterable<Uint8Array>): Promise<Added> {
  await getAssignment(assignmentId);
  const arrived = await receive(chunks);
  let kept = false;
  const { sha256, bytes } = arrived;
  try {
    const limits = limitsFor(bytes, (await developerOf(arrived.file)) !== null);
    const facts = await desk("arriving").run<Inspected>("arrive", { file: arrived.file, name, sha256 }, limits);
    const from = await desk("arriving").run<DeliveredFrom | null>("delivered", { file: arrived.file }, limits);
    const back = from && (await reopened(assignmentId, name, from));
    if (back) return { photo: back.photo, known: true, reopened: back.told, away: false };
    const added = await database().transaction(async (tx) => {
      await tx.execute(lockOriginal(sha256));
      await keepOriginal(arrived);
      kept = true;
      const [photo] = await tx
        .insert(photos)
        .values({ assignmentId, name, sha256, bytes, ...facts })
        .onConflictDoNothing()
        .returning();
      if (!photo) {
        const same = and(eq(photos.assignmentId, assignmentId), eq(photos.sha256, sha256), isNull(photos.deletedAt));
        const [already] = await tx.select().from(photos).where(same);
        return { photo: already!, known: true, reopened: null, away: false };
      }
      const [version] = await tx.insert(versions).values({ photoId: photo.id, name: "A" }).returning();
      await tx.insert(revisions).values({ versionId: version!.id, number: 1, recipe: firstRecipe(photo), laid: [] });
      await askFigures(tx, version!.id);
      await askLook(tx, photo.id);
      if (photo.exposure !== null) await askBrackets(tx, assignmentId);
      return { photo, known: false, reopened: null, away: from !== null };
    });
    await moveDeveloped(arrived.file, originalPath(sha256));
    void previewsAhead(sha256).then(() => proposedAhead(added.photo));
    return added;
  } finally {
    if (!kept) {
      if (!(await exists(originalPath(arrived.sha256)))) await dropPreviews(arrived.sha256);
      await arrived.discard();
      await dropDeveloped(arrived.file);
    }
  }
}
