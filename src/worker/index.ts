import { randomUUID } from "node:crypto";
import { availableParallelism, hostname, totalmem } from "node:os";
import path from "node:path";
import { fileURLToPath } from "node:url";
import { closeDatabase, reviveDeliveries } from "@/server";
import { DELIVERY_QUEUE, type DeliveryJob, closeQueue, openQueue } from "@/server/queue";
import { inThreads } from "@/server/render/bands";
import { deliver } from "./deliver";
import { Room } from "./room";

/**
 * The worker process: takes deliveries off the queue and renders them in threads. Any number of it
 * may run, on any machine that reaches the database and the files. It must not serve requests.
 */
const REVIVE_EVERY_MS = 10_000;
/** Deliveries at a time, and the share of the machine's memory they may take together. */
const MOST_TOGETHER = 2;
const MEMORY_SHARE = 0.5;

const name = `${hostname()}-${process.pid}-${randomUUID().slice(0, 8)}`;
const here = path.dirname(fileURLToPath(import.meta.url));
const runner = await inThreads(path.join(here, "band-thread.mjs"));
const queue = await openQueue();

const room = new Room(MEMORY_SHARE * totalmem());
// While one delivery is being decoded or written, which takes one core, another has its pixels made.
const together = Math.min(MOST_TOGETHER, availableParallelism());
for (let i = 0; i < together; i++)
  await queue.work<DeliveryJob>(DELIVERY_QUEUE, { pollingIntervalSeconds: 0.5, batchSize: 1 }, async (jobs) => {
    for (const job of jobs) await deliver(job.data.deliveryId, name, runner, room);
  });
const revive = (): void => {
  reviveDeliveries().catch((error: unknown) => console.error("Could not look for abandoned deliveries:", error));
};
revive();
const timer = setInterval(revive, REVIVE_EVERY_MS);
console.log(`Worker ${name} is waiting for deliveries.`);

async function stop(): Promise<void> {
  clearInterval(timer);
  // A delivery in hand is dropped: its heartbeat stops and another worker, or the next start, takes it up.
  await Promise.race([queue.stop({ graceful: false }), new Promise((resolve) => setTimeout(resolve, 2000))]);
  await closeQueue().catch(() => undefined);
  await closeDatabase().catch(() => undefined);
  process.exit(0);
}
process.once("SIGTERM", () => void stop());
process.once("SIGINT", () => void stop());
