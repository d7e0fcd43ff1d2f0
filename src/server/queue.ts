import PgBoss from "pg-boss";
import { databaseUrl } from "./config";

/** The queue that hands deliveries to whichever worker is free; kept in the same database, schema "pgboss". */
export const DELIVERY_QUEUE = "deliveries";

export interface DeliveryJob {
  deliveryId: string;
}

/** Opens the queue. @param migrate whether to create or update its tables; only migration does. */
export async function openQueue({ migrate = false } = {}): Promise<PgBoss> {
  const boss = new PgBoss({ connectionString: databaseUrl(), migrate, supervise: !migrate, schedule: false, max: 3 });
  boss.on("error", (error) => console.error("Queue:", error.message));
  await boss.start();
  if (migrate) await boss.createQueue(DELIVERY_QUEUE, { name: DELIVERY_QUEUE, retryLimit: 3, expireInSeconds: 3600 });
  return boss;
}

const shared = globalThis as unknown as { flatStoneQueue?: Promise<PgBoss> };

/** The process's queue for sending; opened once. */
export function queue(): Promise<PgBoss> {
  shared.flatStoneQueue ??= openQueue().catch((error: unknown) => {
    delete shared.flatStoneQueue;
    throw error;
  });
  return shared.flatStoneQueue;
}

export async function closeQueue(): Promise<void> {
  const open = shared.flatStoneQueue;
  delete shared.flatStoneQueue;
  await (await open)?.stop({ graceful: false });
}
