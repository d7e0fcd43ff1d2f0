import path from "node:path";
import { migrate } from "drizzle-orm/node-postgres/migrator";
import { sql } from "drizzle-orm";
import { FORMATS } from "@/core/contract";
import { migrateJobs } from "../jobs/engine";
import { tellLaid } from "../versions/laid";
import { type Database } from "./client";

/** Brings the database to the current schema. Safe to repeat. */
export async function migrateDatabase(db: Database, root = process.cwd()): Promise<void> {
  await migrate(db, { migrationsFolder: path.join(root, "src/server/db/migrations") });
  // Formats that were added since: what is delivered in them must have a place.
  for (const { key } of FORMATS)
    await db.execute(sql`alter type delivery_format add value if not exists ${sql.raw(`'${key}'`)}`);
  await migrateJobs(db);
  await tellLaid(db);
}
