import path from "node:path";
import { migrate } from "drizzle-orm/node-postgres/migrator";
import { tellLaid } from "../laid";
import { type Database } from "./client";

/** Brings the database to the current schema. Safe to repeat. */
export async function migrateDatabase(db: Database, root = process.cwd()): Promise<void> {
  await migrate(db, { migrationsFolder: path.join(root, "src/server/db/migrations") });
  await tellLaid(db);
}
