import { sql } from "drizzle-orm";
import { runMigrations } from "graphile-worker";
import type { Database } from "../db/client";

/**
 * Background work: what has to be done sooner or later, whoever asked for it and wherever it is done. The list is kept by
 * graphile-worker in the same database, so that a job is added in the transaction that causes it. Our own tables stay the
 * truth: a job only says "look at this", and one that comes twice finds nothing to do.
 */
const SCHEMA = "graphile_worker";

/** What can be asked for, with what each needs to know. */
export interface Jobs {
  /** One photo of a batch. */
  readonly "batch-item": { readonly batchId: string; readonly photoId: string };
  /** What the newest state of a version comes to. */
  readonly figures: { readonly versionId: string };
  /** Which photos of a visit are one bracket. */
  readonly brackets: { readonly assignmentId: string };
  /** What a photo proposes. */
  readonly look: { readonly photoId: string };
}
export type JobName = keyof Jobs;

export interface JobWishes {
  /** Work of one key waits only once. */
  readonly key: string;
  /** Smaller comes sooner. */
  readonly priority: number;
  /** It is not begun before so many seconds have passed; asked for again meanwhile, they begin anew. */
  readonly after?: number;
}

/** How often a job is tried; the engine waits longer after each failure. */
const MOST_ATTEMPTS = 5;

/** Adds a job, in the transaction that is given. */
export async function addJob<J extends JobName>(
  db: Pick<Database, "execute">,
  name: J,
  payload: Jobs[J],
  { key, priority, after = 0 }: JobWishes,
): Promise<void> {
  await db.execute(
    sql`select ${sql.raw(SCHEMA)}.add_job(${name}::text, payload := ${JSON.stringify(payload)}::json, job_key := ${key}::text, priority := ${priority}::int, run_at := now() + ${after} * interval '1 second', max_attempts := ${MOST_ATTEMPTS}::int)`,
  );
}

/** Brings the engine's own tables up to date. */
export const migrateJobs = ({ $client: pgPool }: Database): Promise<void> =>
  runMigrations({ pgPool, noHandleSignals: true });
