import path from "node:path";
import { migrate } from "drizzle-orm/node-postgres/migrator";
import { openQueue } from "../queue";
import { type Database } from "./client";

/** Brings the database to the current schema, the queue's tables included. Safe to repeat. */
export async function migrateDatabase(db: Database, root = process.cwd()): Promise<void> {
  await migrate(db, { migrationsFolder: path.join(root, "src/server/db/migrations") });
  const queue = await openQueue({ migrate: true });
  await queue.stop({ graceful: false });
}
