import { and, desc, eq, inArray, lt, or, sql } from "drizzle-orm";
import { type Recipe, readRecipe } from "@/core/recipe";
import { database } from "./db/client";
import { type DeliveryRow, type PhotoRow, deliveries, photos, revisions, versions } from "./db/schema";
import { deliveryPath } from "./files/store";
import { type AskedDelivery, type DeliveryFormat, FILE_ENDINGS, deliveryOptions } from "./image/delivery-options";
import { Problem, notFound } from "./problem";
import { DELIVERY_QUEUE, queue } from "./queue";

/** A worker that has not been heard of for this long is taken to be gone, seconds. */
const SILENT_SECONDS = 15;

const open = inArray(deliveries.state, ["queued", "rendering"]);
const silent = sql`${deliveries.heartbeatAt} < now() - make_interval(secs => ${SILENT_SECONDS})`;

/** Orders the current recipe of a version at full resolution; a worker takes it from the queue. */
export async function requestDelivery(versionId: string, asked: AskedDelivery): Promise<DeliveryRow> {
  const options = deliveryOptions.parse(asked);
  const db = database();
  const [revision] = await db
    .select({ id: revisions.id })
    .from(revisions)
    .where(eq(revisions.versionId, versionId))
    .orderBy(desc(revisions.number))
    .limit(1);
  if (!revision) throw notFound("version");
  const [row] = await db
    .insert(deliveries)
    .values({ revisionId: revision.id, format: options.format, quality: options.quality, options })
    .returning();
  await (await queue()).send(DELIVERY_QUEUE, { deliveryId: row!.id });
  return row!;
}

/** A version's deliveries, newest first. */
export async function listDeliveries(versionId: string): Promise<DeliveryRow[]> {
  const rows = await database()
    .select({ delivery: deliveries })
    .from(deliveries)
    .innerJoin(revisions, eq(revisions.id, deliveries.revisionId))
    .where(eq(revisions.versionId, versionId))
    .orderBy(desc(deliveries.createdAt));
  return rows.map((r) => r.delivery);
}

export interface DeliveryWork {
  readonly delivery: DeliveryRow;
  readonly recipe: Recipe;
  readonly photo: PhotoRow;
  readonly versionName: string;
}

/** A delivery with all that is needed to make it. @throws Problem 404. */
export async function getDelivery(id: string): Promise<DeliveryWork> {
  const [row] = await database()
    .select({ delivery: deliveries, recipe: revisions.recipe, photo: photos, versionName: versions.name })
    .from(deliveries)
    .innerJoin(revisions, eq(revisions.id, deliveries.revisionId))
    .innerJoin(versions, eq(versions.id, revisions.versionId))
    .innerJoin(photos, eq(photos.id, versions.photoId))
    .where(eq(deliveries.id, id));
  if (!row) throw notFound("delivery");
  return { ...row, recipe: readRecipe(row.recipe) };
}

/** The finished file of a delivery, and the name to save it under. @throws Problem 409 while it is not finished. */
export async function deliveryFile(
  id: string,
): Promise<{ file: string; name: string; bytes: number; format: DeliveryFormat }> {
  const { delivery, photo, versionName } = await getDelivery(id);
  if (delivery.state !== "done") throw new Problem(409, "This delivery is not finished.");
  const ending = FILE_ENDINGS[delivery.format];
  const base = photo.name.replace(/\.[^.]+$/, "");
  return {
    file: deliveryPath(id, ending),
    name: `${base}-${versionName}.${ending}`,
    bytes: delivery.resultBytes ?? 0,
    format: delivery.format,
  };
}

/** Cancels at once what waits, and asks the worker to stop what runs. */
export async function cancelDelivery(id: string): Promise<DeliveryRow> {
  const [row] = await database()
    .update(deliveries)
    .set({
      cancelRequested: true,
      state: sql`case when ${deliveries.state} = 'queued' then 'cancelled'::delivery_state else ${deliveries.state} end`,
    })
    .where(and(eq(deliveries.id, id), open))
    .returning();
  return row ?? (await getDelivery(id)).delivery;
}

/** Takes a delivery for this worker, also from one that has fallen silent; null when it is not to be had. */
export async function claimDelivery(id: string, worker: string): Promise<DeliveryRow | null> {
  const [row] = await database()
    .update(deliveries)
    .set({ state: "rendering", worker, heartbeatAt: sql`now()`, progress: 0 })
    .where(
      and(
        eq(deliveries.id, id),
        or(eq(deliveries.state, "queued"), and(eq(deliveries.state, "rendering"), silent)),
        eq(deliveries.cancelRequested, false),
      ),
    )
    .returning();
  return row ?? null;
}

const mine = (id: string, worker: string) =>
  and(eq(deliveries.id, id), eq(deliveries.worker, worker), eq(deliveries.state, "rendering"));

/** A sign of life. @returns whether to go on: false once cancelled, or taken over by another worker. */
export async function heartbeat(id: string, worker: string, progress: number): Promise<boolean> {
  const [row] = await database()
    .update(deliveries)
    .set({ heartbeatAt: sql`now()`, progress: Math.min(1, Math.max(0, progress)) })
    .where(mine(id, worker))
    .returning({ cancelled: deliveries.cancelRequested });
  return row !== undefined && !row.cancelled;
}

export type Outcome =
  | { state: "done"; bytes: number; width: number; height: number }
  | { state: "failed"; error: string }
  | { state: "cancelled" };

/** Writes down how a delivery ended, if it is still this worker's. */
export async function endDelivery(id: string, worker: string, outcome: Outcome): Promise<void> {
  const values =
    outcome.state === "done"
      ? { progress: 1, resultBytes: outcome.bytes, resultWidth: outcome.width, resultHeight: outcome.height }
      : outcome.state === "failed"
        ? { error: outcome.error }
        : {};
  await database()
    .update(deliveries)
    .set({ state: outcome.state, finishedAt: new Date(), ...values })
    .where(mine(id, worker));
}

/** Puts back on the queue what a silent worker held. @returns how many. */
export async function reviveDeliveries(): Promise<number> {
  const db = database();
  const rows = await db
    .update(deliveries)
    .set({ state: "queued", worker: null, heartbeatAt: null, progress: 0 })
    .where(and(eq(deliveries.state, "rendering"), silent, eq(deliveries.cancelRequested, false)))
    .returning({ id: deliveries.id });
  await db
    .update(deliveries)
    .set({ state: "cancelled", finishedAt: new Date() })
    .where(and(eq(deliveries.state, "rendering"), silent, eq(deliveries.cancelRequested, true)));
  // Ordered but never queued: the app fell between the two steps.
  const lost = await db
    .select({ id: deliveries.id })
    .from(deliveries)
    .where(and(eq(deliveries.state, "queued"), lt(deliveries.createdAt, sql`now() - interval '1 minute'`)));
  const ids = new Set([...rows, ...lost].map((r) => r.id));
  for (const id of ids) await (await queue()).send(DELIVERY_QUEUE, { deliveryId: id }, { singletonKey: id });
  return rows.length;
}
