import { say } from "@/language";
import { and, asc, desc, eq, inArray, lt, or, sql } from "drizzle-orm";
import { database } from "../db/client";
import { photos, revisions, versions } from "../db/schema";
import { type DeliveryRow, deliveries, workers } from "../db/work-schema";

/**
 * The queue is the table of deliveries itself: one row a delivery, which a worker claims under a mark of its own and says
 * every so often that it lives. There is no second list that could disagree with it.
 */
/** A worker that has not been heard of for this long is taken to be gone, seconds. */
const SILENT_SECONDS = 10;
/** What was begun this often and never ended is given up: it takes its workers down. */
const MOST_ATTEMPTS = 10;
/** Workers unseen for this long are forgotten, hours. */
const FORGET_HOURS = 24;

const silent = sql`${deliveries.heartbeatAt} < now() - make_interval(secs => ${SILENT_SECONDS})`;
const orphaned = and(eq(deliveries.state, "rendering"), silent);

/**
 * Which delivery comes next: the one that has waited longest, or the lightest, the newest of equals. Workers take turns
 * between the two, so that a small one ordered during a long batch is begun after at most two others, and none waits for
 * ever.
 */
export type Turn = "oldest" | "lightest";

const weight = sql`${photos.width}::bigint * ${photos.height} * ${photos.bits}`;

/**
 * Takes the next delivery that waits, or that a silent worker held.
 *
 * @param mark by which this claim, and no other, is told; a worker's name with a number behind it.
 * @returns null when there is none.
 */
export async function claimNext(mark: string, turn: Turn = "oldest"): Promise<DeliveryRow | null> {
  const next = database()
    .select({ id: deliveries.id })
    .from(deliveries)
    .innerJoin(revisions, eq(revisions.id, deliveries.revisionId))
    .innerJoin(versions, eq(versions.id, revisions.versionId))
    .innerJoin(photos, eq(photos.id, versions.photoId))
    .where(and(or(eq(deliveries.state, "queued"), orphaned), eq(deliveries.cancelRequested, false)))
    .orderBy(...(turn === "oldest" ? [asc(deliveries.createdAt)] : [asc(weight), desc(deliveries.createdAt)]))
    .limit(1)
    .for("update", { of: deliveries, skipLocked: true });
  return claim(mark, inArray(deliveries.id, next));
}

/** Takes one delivery in particular; null when it is not to be had. */
export const claimDelivery = (id: string, mark: string): Promise<DeliveryRow | null> =>
  claim(
    mark,
    and(eq(deliveries.id, id), or(eq(deliveries.state, "queued"), orphaned), eq(deliveries.cancelRequested, false)),
  );

async function claim(mark: string, which: ReturnType<typeof and>): Promise<DeliveryRow | null> {
  const [row] = await database()
    .update(deliveries)
    .set({
      state: "rendering",
      worker: mark,
      heartbeatAt: sql`now()`,
      progress: 0,
      attempts: sql`${deliveries.attempts} + 1`,
    })
    .where(which)
    .returning();
  return row ?? null;
}

const mine = (id: string, mark: string) =>
  and(eq(deliveries.id, id), eq(deliveries.worker, mark), eq(deliveries.state, "rendering"));

/** A sign of life. @returns whether to go on: false once cancelled, or taken over by another worker. */
export async function heartbeat(id: string, mark: string, progress: number): Promise<boolean> {
  const [row] = await database()
    .update(deliveries)
    .set({ heartbeatAt: sql`now()`, progress: Math.min(1, Math.max(0, progress)) })
    .where(mine(id, mark))
    .returning({ cancelled: deliveries.cancelRequested });
  return row !== undefined && !row.cancelled;
}

export type Outcome =
  | { state: "done"; bytes: number; width: number; height: number }
  | { state: "failed"; error: string }
  | { state: "cancelled" };

/** Writes down how a delivery ended, if it is still this claim's. */
export async function endDelivery(id: string, mark: string, outcome: Outcome): Promise<void> {
  const values =
    outcome.state === "done"
      ? { progress: 1, resultBytes: outcome.bytes, resultWidth: outcome.width, resultHeight: outcome.height }
      : outcome.state === "failed"
        ? { error: outcome.error }
        : {};
  await database()
    .update(deliveries)
    .set({ state: outcome.state, finishedAt: sql`now()`, ...values })
    .where(mine(id, mark));
}

/** Gives a delivery back untouched, for another worker to take at once. */
export async function releaseDelivery(id: string, mark: string): Promise<void> {
  await database()
    .update(deliveries)
    .set({ state: "queued", worker: null, progress: 0, attempts: sql`greatest(0, ${deliveries.attempts} - 1)` })
    .where(mine(id, mark));
}

/** Ends what nobody will: the cancelled deliveries of silent workers, and what has taken too many workers down. */
export async function tidyDeliveries(): Promise<void> {
  const db = database();
  await db
    .update(deliveries)
    .set({ state: "cancelled", finishedAt: sql`now()` })
    .where(and(orphaned, eq(deliveries.cancelRequested, true)));
  await db
    .update(deliveries)
    .set({
      state: "failed",
      finishedAt: sql`now()`,
      error: say("This picture was begun {attempts} times and never finished.", { attempts: MOST_ATTEMPTS }),
    })
    .where(and(orphaned, sql`${deliveries.attempts} >= ${MOST_ATTEMPTS}`));
}

/** A worker says that it is there. */
export async function seeWorker(name: string, jobNames: readonly string[] = []): Promise<void> {
  const db = database();
  await db
    .insert(workers)
    .values({ name, jobNames: [...jobNames] })
    .onConflictDoUpdate({ target: workers.name, set: { seenAt: sql`now()`, jobNames: [...jobNames] } });
  await db.delete(workers).where(lt(workers.seenAt, sql`now() - make_interval(hours => ${FORGET_HOURS})`));
}

/** The names under which workers that were heard of lately hold background work. */
export async function jobNamesAlive(): Promise<Set<string>> {
  const rows = await database()
    .select({ jobNames: workers.jobNames })
    .from(workers)
    .where(sql`${workers.seenAt} > now() - make_interval(secs => ${SILENT_SECONDS})`);
  return new Set(rows.flatMap((r) => r.jobNames));
}

/** A worker says that it goes. */
export async function forgetWorker(name: string): Promise<void> {
  await database().delete(workers).where(eq(workers.name, name));
}
