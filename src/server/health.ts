import type { Health } from "@/core/contract";
import { mkdir, statfs } from "node:fs/promises";
import { sql } from "drizzle-orm";
import { filesFolder } from "./config";
import { database } from "./db/client";
import { deliveries, workers } from "./db/schema";
import { isUnreachable } from "./db/errors";

/** A database that has not answered by then is said not to, ms. */
const DATABASE_MS = 150;
/** A worker says every two seconds that it is there; one unseen for this long is gone, seconds. */
export const WORKER_SECONDS = 15;
/** With less room than this photos can hardly be taken in, bytes. */
export const LOW_DISK = 2 * 2 ** 30;

/** What is known of the disk is asked anew after this long, ms, and never waited for once it is known. */
const DISK_MS = 2000;
let disk: { readonly at: number; readonly found: Promise<Health["disk"]> } | null = null;

/** While large files are written, the threads that would ask are busy with them. */
async function room(): Promise<Health["disk"]> {
  const known = disk;
  if (known && Date.now() - known.at < DISK_MS) return known.found;
  const found = measureRoom();
  const next = { at: Date.now(), found };
  if (!known) disk = next;
  else void found.then(() => (disk = next));
  return (known ?? next).found;
}

async function measureRoom(): Promise<Health["disk"]> {
  await mkdir(filesFolder(), { recursive: true }).catch(() => undefined);
  const found = await statfs(filesFolder()).catch(() => null);
  if (!found) return { ok: false, freeBytes: 0, totalBytes: 0 };
  const [freeBytes, totalBytes] = [found.bavail * found.bsize, found.blocks * found.bsize];
  return { ok: freeBytes >= Math.min(LOW_DISK, totalBytes / 20), freeBytes, totalBytes };
}

/** What the database knows; null when it does not answer in time. */
async function kept(): Promise<Pick<Health, "queue" | "worker"> | null> {
  const ask = database()
    .execute<{ waiting: number; rendering: number; oldest: number | null; count: number; seen: number | null }>(
      sql`select
        (select count(*)::int from ${deliveries} where state = 'queued') as waiting,
        (select count(*)::int from ${deliveries} where state = 'rendering') as rendering,
        (select extract(epoch from now() - min(created_at))::float from ${deliveries} where state = 'queued') as oldest,
        (select count(*)::int from ${workers} where seen_at > now() - make_interval(secs => ${WORKER_SECONDS})) as count,
        (select extract(epoch from now() - max(seen_at))::float from ${workers}) as seen`,
    )
    .then(({ rows: [row] }) => row!)
    .catch((error: unknown) => {
      if (!isUnreachable(error)) console.error("Health:", error);
      return null;
    });
  const row = await Promise.race([ask, new Promise<null>((r) => setTimeout(() => r(null), DATABASE_MS).unref())]);
  return (
    row && {
      queue: { waiting: row.waiting, rendering: row.rendering, oldestSeconds: row.oldest },
      worker: { ok: row.count > 0, count: row.count, seenSecondsAgo: row.seen },
    }
  );
}

/** How app, database, queue, worker and disk are. Never throws, and answers within a fifth of a second. */
export async function health(): Promise<Health> {
  const [disk, known] = await Promise.all([room(), kept()]);
  const ok = known !== null && known.worker!.ok && disk.ok;
  return {
    ok,
    app: { upSeconds: Math.round(process.uptime()), memoryBytes: process.memoryUsage.rss() },
    database: { ok: known !== null },
    queue: known?.queue ?? null,
    worker: known?.worker ?? null,
    disk,
  };
}
