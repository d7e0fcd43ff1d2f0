import { say } from "@/language";
import { and, asc, desc, eq, inArray, sql } from "drizzle-orm";
import type { Recipe } from "@/core/recipe";
import { database } from "../db/client";
import { type PhotoRow, assignments, photos, revisions, versions } from "../db/schema";
import { type DeliveryRow, deliveries } from "../db/work-schema";
import { deliveryPath, exists } from "../files/store";
import { captionsOf } from "../assignments/assignments";
import {
  type AskedDelivery,
  type Captions,
  type DeliveryFormat,
  DOUBT_ENDING,
  MASK_ENDING,
  deliveryOptions,
  endingOf,
} from "@/core/contract";
import { Problem, notFound } from "../problem";
import { LIGHT, checkedRecipe } from "../versions/checked-recipe";
import { refuseTooMuch } from "../versions/checked-recipe";
import { readKept, recipeText, refuseDeleted } from "../versions/versions";

/** Orders the current recipe of a version at full resolution; a worker takes it up. @throws Problem 404, 409. */
export async function requestDelivery(versionId: string, asked: AskedDelivery): Promise<DeliveryRow> {
  const options = deliveryOptions.parse(asked);
  const db = database();
  await refuseDeleted(db, versionId);
  const [revision] = await db
    .select({ id: revisions.id, recipe: recipeText })
    .from(revisions)
    .where(eq(revisions.versionId, versionId))
    .orderBy(desc(revisions.number))
    .limit(1);
  if (!revision) throw notFound("version");
  // What asks for too much is refused before it waits; what cannot be read is told by the worker.
  if (revision.recipe.length > LIGHT) await checkedRecipe(revision.recipe);
  else refuseTooMuch(readKept(JSON.parse(revision.recipe)));
  const [row] = await db
    .insert(deliveries)
    .values({ revisionId: revision.id, format: options.format, quality: options.quality, options })
    .returning();
  return row!;
}

export interface ListedDelivery extends DeliveryRow {
  /** Finished, but its file is no longer there; it can be made again. */
  readonly gone: boolean;
  /** A picture lies beside it that says which of its pixels are made up. */
  readonly masked: boolean;
  /** Another says how sure they are. */
  readonly doubted: boolean;
}

/** A version's deliveries, newest first. */
export async function listDeliveries(versionId: string): Promise<ListedDelivery[]> {
  const rows = await database()
    .select({ delivery: deliveries })
    .from(deliveries)
    .innerJoin(revisions, eq(revisions.id, deliveries.revisionId))
    .where(eq(revisions.versionId, versionId))
    .orderBy(desc(deliveries.createdAt), asc(deliveries.id));
  return Promise.all(
    rows.map(async ({ delivery }) => ({
      ...delivery,
      masked: delivery.state === "done" && (await exists(deliveryPath(delivery.id, MASK_ENDING))),
      doubted: delivery.state === "done" && (await exists(deliveryPath(delivery.id, DOUBT_ENDING))),
      gone: delivery.state === "done" && !(await exists(deliveryPath(delivery.id, endingOf(delivery.format)))),
    })),
  );
}

export interface DeliveryWork {
  readonly delivery: DeliveryRow;
  readonly recipe: Recipe;
  readonly photo: PhotoRow;
  readonly versionName: string;
  /** What it says of itself. */
  readonly captions: Captions;
}

/** A delivery with what it was made of. @throws Problem 404. */
async function withPhoto(id: string) {
  const [row] = await database()
    .select({
      delivery: deliveries,
      recipe: revisions.recipe,
      photo: photos,
      versionName: versions.name,
      captions: assignments.captions,
    })
    .from(deliveries)
    .innerJoin(revisions, eq(revisions.id, deliveries.revisionId))
    .innerJoin(versions, eq(versions.id, revisions.versionId))
    .innerJoin(photos, eq(photos.id, versions.photoId))
    .innerJoin(assignments, eq(assignments.id, photos.assignmentId))
    .where(eq(deliveries.id, id));
  if (!row) throw notFound("delivery");
  return row;
}

/** A delivery with all that is needed to make it. @throws Problem 404; 422 when its recipe cannot be read. */
export async function getDelivery(id: string): Promise<DeliveryWork> {
  const row = await withPhoto(id);
  return { ...row, recipe: readKept(row.recipe), captions: captionsOf(row.captions) };
}

/**
 * The finished file of a delivery, and the name to save it under.
 *
 * @throws Problem 409 while it is not finished, 410 when its file is no longer there.
 */
export async function deliveryFile(id: string): Promise<{ file: string; name: string; format: DeliveryFormat }> {
  const { delivery, photo, versionName } = await withPhoto(id);
  if (delivery.state !== "done") throw new Problem(409, say("This delivery is not finished."));
  const ending = endingOf(delivery.format);
  const file = deliveryPath(id, ending);
  if (!(await exists(file)))
    throw new Problem(
      410,
      say("The file of this delivery is no longer there. Nothing else is lost: have it made again."),
    );
  const base = photo.name.replace(/\.[^.]+$/, "");
  return { file, name: delivery.fileName ?? `${base}-${versionName}.${ending}`, format: delivery.format };
}

/** What lies beside a finished delivery: what of it is made up, and how sure that is. */
const BESIDE = {
  mask: { ending: MASK_ENDING, called: "made-up" },
  doubt: { ending: DOUBT_ENDING, called: "doubtful" },
} as const;

/** A picture beside a finished delivery, and the name to save it under. @throws Problem as deliveryFile does, 404 where it has none. */
export async function deliveryMask(id: string, which: keyof typeof BESIDE): Promise<{ file: string; name: string }> {
  const { name } = await deliveryFile(id);
  const { ending, called } = BESIDE[which];
  const file = deliveryPath(id, ending);
  if (!(await exists(file))) throw notFound("mask");
  return { file, name: `${name.replace(/\.[^.]+$/, "")}-${called}.png` };
}

const open = inArray(deliveries.state, ["queued", "rendering"]);

/** Cancels at once what waits, and asks the worker to stop what runs. */
export async function cancelDelivery(id: string): Promise<DeliveryRow> {
  const waits = sql`${deliveries.state} = 'queued'`;
  const [row] = await database()
    .update(deliveries)
    .set({
      cancelRequested: true,
      state: sql`case when ${waits} then 'cancelled'::delivery_state else ${deliveries.state} end`,
      finishedAt: sql`case when ${waits} then now() end`,
    })
    .where(and(eq(deliveries.id, id), open))
    .returning();
  return row ?? (await withPhoto(id)).delivery;
}

/** Has a delivery made once more: one that failed, was cancelled, or whose file is gone. */
export async function repeatDelivery(id: string): Promise<DeliveryRow> {
  const [row] = await database()
    .update(deliveries)
    .set({
      state: "queued",
      cancelRequested: false,
      error: null,
      progress: 0,
      attempts: 0,
      worker: null,
      finishedAt: null,
    })
    .where(and(eq(deliveries.id, id), inArray(deliveries.state, ["done", "failed", "cancelled"])))
    .returning();
  return row ?? (await withPhoto(id)).delivery;
}
