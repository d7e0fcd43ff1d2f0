import { type NodePgDatabase, drizzle } from "drizzle-orm/node-postgres";
import { Pool } from "pg";
import { databaseUrl } from "../config";
import * as schema from "./schema";

export type Database = NodePgDatabase<typeof schema> & { $client: Pool };

// Next reloads modules while developing; one pool for the process, whatever it reloads.
const shared = globalThis as unknown as { flatStoneDatabase?: Database };

/** The process's database handle; connections are opened when first needed. */
export function database(): Database {
  shared.flatStoneDatabase ??= drizzle(new Pool({ connectionString: databaseUrl(), max: 8 }), { schema }) as Database;
  return shared.flatStoneDatabase;
}

/** Ends the process's connections; for commands and tests that should exit. */
export async function closeDatabase(): Promise<void> {
  await shared.flatStoneDatabase?.$client.end();
  delete shared.flatStoneDatabase;
}
