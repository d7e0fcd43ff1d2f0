import type { Health } from "@/core/contract";
import { mkdir, statfs } from "node:fs/promises";
import { sql } from "drizzle-orm";
import { filesFolder } from "./config";
import { healthDatabase } from "../db/client";
import { deliveries, workers } from "../db/work-schema";
import { reasonOf } from "../db/errors";

/** A database that takes longer than this is busy, ms. */
const BUSY_MS = 150;
/** And so long an answer waits for it at most, ms: then what was told last holds. */
const PATIENCE_MS = 40;
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

/** A database that has not answered for this long is away, ms. */
const AWAY_MS = 5000;

type Known = Pick<Health, "queue" | "worker">;

/** What the last query told. */
const told: { known: Known | null; failed: boolean } = { known: null, failed: false };

/** What the database is asked, by a connection of its own, so that it need not wait for those that work. */
async function query(): Promise<Known> {
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
  return {
    queue: { waiting: row.waiting, rendering: row.rendering, oldestSeconds: row.oldest },
    worker: { ok: row.count > 0, count: row.count, seenSecondsAgo: row.seen },
  };
}

async function ask(): Promise<void> {
  try {
    // A connection that broke is no database that is away: the second try has a new one.
    told.known = await query().catch(query);
    told.failed = false;
  } catch (error) {
    if (!told.failed) console.error("Health: the database is away:", reasonOf(error));
    told.failed = true;
  }
}

let asking: { readonly done: Promise<void>; readonly since: number } | null = null;

/**
 * How the database is. It is away when the last query failed, or has not been answered for some seconds; busy when it, or the app,
 * has not come round to answering yet.
 */
async function databaseState(): Promise<Health["database"]["state"]> {
  asking ??= { done: ask().finally(() => (asking = null)), since: Date.now() };
  const { done, since } = asking;
  await Promise.race([done, new Promise((resolve) => setTimeout(resolve, PATIENCE_MS).unref())]);
  const waited = asking ? Date.now() - since : 0;
  if (told.failed || waited > AWAY_MS) return "away";
  return waited > BUSY_MS ? "busy" : "answers";
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
