import { eq } from "drizzle-orm";
import { type Database, database } from "../db/client";
import { photos } from "../db/schema";
import { keepProposed } from "../figures/figures";
import { addJob } from "../jobs/engine";
import { firstRecipe } from "./photos";
import { Problem } from "../problem";
import { proposedFor } from "./proposed";

/** After all that batches want. */
const PRIORITY = 10_000;
/** The app looks at what arrives by itself, see proposedAhead; this is for what it did not come to before it ended. Seconds. */
const AFTER = 120;

/** Has a new photo looked at by a worker if nobody has come to it by then, in the transaction that is given. */
export async function askLook(db: Pick<Database, "execute">, photoId: string): Promise<void> {
  if (process.env["FLATSTONE_AHEAD"] === "off") return;
  await addJob(db, "look", { photoId }, { key: `look/${photoId}`, priority: PRIORITY, after: AFTER });
}

/** Finds what a photo proposes, unless that is known; a job. A photo that cannot be read proposes nothing. */
export async function lookAhead({ photoId }: { photoId: string }, signal: AbortSignal): Promise<void> {
  const [photo] = await database().select().from(photos).where(eq(photos.id, photoId));
  if (!photo || photo.deletedAt || photo.proposed !== null) return;
  try {
    await proposedFor(photoId, firstRecipe(photo).camera, signal);
  } catch (error) {
    if (!(error instanceof Problem) || error.status >= 500) throw error;
    await keepProposed(photoId, null);
  }
}
