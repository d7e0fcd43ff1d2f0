import { type NodePgDatabase, drizzle } from "drizzle-orm/node-postgres";
import { Pool } from "pg";
import { databaseUrl } from "../running/config";
import * as kept from "./schema";
import * as work from "./work-schema";

const schema = { ...kept, ...work };

export type Database = NodePgDatabase<typeof schema> & { $client: Pool };

/** A query waits this long for a connection, ms; the kernel is asked after that long whether the other end is there. */
const CONNECT_MS = 5000;

function openPool(max = 8): Pool {
  const pool = new Pool({
    connectionString: databaseUrl(),
    max,
    connectionTimeoutMillis: CONNECT_MS,
    keepAlive: true,
  });
  // An idle connection that breaks is replaced when the next is needed; unheard, it would end the process.
  pool.on("error", (error) => console.error("A database connection broke:", error.message));
  // So does one that is in use: whoever uses it is told by the query that fails.
  pool.on("connect", (client) => client.on("error", () => undefined));
  return pool;
}

// Next reloads modules while developing; one pool for the process, whatever it reloads.
const shared = globalThis as unknown as { flatStoneDatabase?: Database; flatStoneHealth?: Database };

/** The process's database handle; connections are opened when first needed. */
export function database(): Database {
  shared.flatStoneDatabase ??= drizzle(openPool(), { schema }) as Database;
  return shared.flatStoneDatabase;
}

/** A handle with one connection of its own, which is there however many others are at work: for how the database is. */
export function healthDatabase(): Database {
  shared.flatStoneHealth ??= drizzle(openPool(1), { schema }) as Database;
  return shared.flatStoneHealth;
}

/** Ends the process's connections; for commands and tests that should exit. */
export async function closeDatabase(): Promise<void> {
  await shared.flatStoneDatabase?.$client.end();
  delete shared.flatStoneDatabase;
  await shared.flatStoneHealth?.$client.end();
  delete shared.flatStoneHealth;
}
