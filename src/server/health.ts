import type { Health } from "@/core/contract";
import { mkdir, statfs } from "node:fs/promises";
import { sql } from "drizzle-orm";
import { filesFolder } from "./config";
import { healthDatabase } from "./db/client";
import { deliveries, workers } from "./db/work-schema";
import { isUnreachable } from "./db/errors";

/** Longer than this the database is not waited for, ms. */
const DATABASE_MS = 150;
/** A worker says every two seconds that it is there; one unseen for this long is gone, seconds. */
export const WORKER_SECONDS = 15;
/** With less room than this photos can hardly be taken in, bytes. */
export const LOW_DISK = 2 * 2 ** 30;

/** The disk is asked on a clock of its own, ms: while large files are written, the threads that would ask are busy with them. */
const DISK_MS = 2000;
let disk: Promise<Health["disk"]> | null = null;

function room(): Promise<Health["disk"]> {
  if (!disk) {
    disk = measureRoom();
    setInterval(() => void measureRoom().then((found) => (disk = Promise.resolve(found))), DISK_MS).unref();
  }
  return disk;
}

async function measureRoom(): Promise<Health["disk"]> {
  await mkdir(filesFolder(), { recursive: true }).catch(() => undefined);
  const found = await statfs(filesFolder()).catch(() => null);
  if (!found) return { ok: false, freeBytes: 0, totalBytes: 0 };
  const [freeBytes, totalBytes] = [found.bavail * found.bsize, found.blocks * found.bsize];
  return { ok: freeBytes >= Math.min(LOW_DISK, totalBytes / 20), freeBytes, totalBytes };
}

/** A database of which no query has succeeded for this long is away, ms. */
const AWAY_MS = 5000;

type Known = Pick<Health, "queue" | "worker">;

/** What the last queries told: of the database, and when one last succeeded. */
const told: { known: Known | null; failed: boolean; succeededAt: number } = {
  known: null,
  failed: false,
  succeededAt: Date.now(),
};

/** Asks the database by a connection of its own, so that it need not wait for those that work. */
async function ask(): Promise<void> {
  try {
    const { rows } = await healthDatabase().execute<{
      waiting: number;
      rendering: number;
      oldest: number | null;
      count: number;
      seen: number | null;
    }>(
      sql`select
        (select count(*)::int from ${deliveries} where state = 'queued') as waiting,
        (select count(*)::int from ${deliveries} where state = 'rendering') as rendering,
        (select extract(epoch from now() - min(created_at))::float from ${deliveries} where state = 'queued') as oldest,
        (select count(*)::int from ${workers} where seen_at > now() - make_interval(secs => ${WORKER_SECONDS})) as count,
        (select extract(epoch from now() - max(seen_at))::float from ${workers}) as seen`,
    );
    const row = rows[0]!;
    told.failed = false;
    told.succeededAt = Date.now();
    told.known = {
      queue: { waiting: row.waiting, rendering: row.rendering, oldestSeconds: row.oldest },
      worker: { ok: row.count > 0, count: row.count, seenSecondsAgo: row.seen },
    };
  } catch (error) {
    if (!isUnreachable(error)) console.error("Health:", error);
    told.failed = true;
  }
}

let asking: Promise<void> | null = null;

/**
 * How the database is. It is away when the last query failed, or none has succeeded for some seconds; busy when it, or the app,
 * has not come round to answering yet.
 */
async function databaseState(): Promise<Health["database"]["state"]> {
  asking ??= ask().finally(() => (asking = null));
  let late = false;
  const patience = new Promise<void>((resolve) =>
    setTimeout(() => {
      late = true;
      resolve();
    }, DATABASE_MS).unref(),
  );
  await Promise.race([asking, patience]);
  if (told.failed || Date.now() - told.succeededAt > AWAY_MS) return "away";
  return late ? "busy" : "answers";
}

/** How app, database, queue, worker and disk are. Never throws, and answers within a fifth of a second. */
export async function health(): Promise<Health> {
  const [disk, state] = await Promise.all([room(), databaseState()]);
  const known = state === "away" ? null : told.known;
  const isThere = state !== "away";
  // While nothing is known yet, nothing is wrong.
  const ok = isThere && (known?.worker?.ok ?? true) && disk.ok;
  return {
    ok,
    app: { upSeconds: Math.round(process.uptime()), memoryBytes: process.memoryUsage.rss() },
    database: { ok: isThere, state },
    queue: known?.queue ?? null,
    worker: known?.worker ?? null,
    disk,
  };
}
