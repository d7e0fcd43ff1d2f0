import { EventEmitter } from "node:events";
import { sql } from "drizzle-orm";
import { Logger, type WorkerEvents, type WorkerPool, makeWorkerUtils, runTaskList } from "graphile-worker";
import { runBatchItem } from "../batches/run-item";
import { findBrackets } from "../brackets/find-brackets";
import { database } from "../db/client";
import { reasonOf } from "../db/errors";
import { tellFigures } from "../figures/figures";
import { lookAhead } from "../photos/look-ahead";
import { Pauses } from "../running/pauses";
import type { JobName, Jobs } from "./engine";

/** What each job does. The signal tells that this process has to go: what is in hand is then left for another. */
const DO: { readonly [J in JobName]: (payload: Jobs[J], signal: AbortSignal) => Promise<void> } = {
  "batch-item": runBatchItem,
  brackets: findBrackets,
  figures: tellFigures,
  look: lookAhead,
};

/** Jobs at a time in one worker process: their own processes use both cores. */
const TOGETHER = 2;
/** An idle engine hears of new work at once; it looks by itself this often, ms. */
const POLL_MS = 1000;

/** An engine that has run for so long had begun well, ms. */
const LONG_MS = 10_000;

/** What fails says so in its own row; of the engine's own words only errors are said. */
export const quiet = new Logger(() => (level, message) => {
  if (level === "error") console.error("Background work:", message);
});

export interface RunningJobs {
  /** The engine's names of this process, by which what it holds is known. */
  readonly names: ReadonlySet<string>;
  /** Gives back what is in hand. */
  stop(): Promise<void>;
}

/**
 * Takes jobs and does them until it is told to stop. Where the engine itself gives up, as it may when the database goes, it is begun
 * anew after a pause that grows.
 *
 * @param leaving tells what is in hand to end.
 */
export function runJobs(leaving: AbortSignal): RunningJobs {
  const names = new Set<string>();
  const taskList = Object.fromEntries(
    Object.entries(DO).map(([name, act]) => [
      name,
      (payload: unknown) => (act as (p: unknown, s: AbortSignal) => Promise<void>)(payload, leaving),
    ]),
  );
  const events: WorkerEvents = new EventEmitter();
  events.on("worker:create", ({ worker }) => names.add(worker.workerId));
  let pool: WorkerPool | null = null;
  let heard = false;
  const beginAnew = (): void => void pool?.gracefulShutdown().catch(() => undefined);
  // One of its takers that cannot even say that a job failed, since the database has gone, ends, and the engine begins no other.
  events.on("worker:fatalError", beginAnew);
  const answered = (): void => void (heard = true);
  events.on("worker:getJob:empty", answered);
  events.on("job:start", answered);
  // The engine keeps the numbers of its tasks, and keeps a failure to read them just as long: it would never take a job.
  events.on("worker:getJob:error", () => {
    if (heard) return;
    heard = true;
    beginAnew();
  });
  const take = async (): Promise<void> => {
    const pauses = new Pauses();
    while (!leaving.aborted) {
      const began = Date.now();
      heard = false;
      try {
        // The engine does not begin well without it.
        await database().execute(sql`select 1`);
        // Not `run`: its clockwork for recurring jobs, of which there are none, ends the process when the database goes.
        pool = runTaskList(
          { concurrency: TOGETHER, pollInterval: POLL_MS, noHandleSignals: true, logger: quiet, events },
          taskList,
          database().$client,
        );
        await pool.promise;
      } catch (error) {
        console.error("Background work is taken up again:", reasonOf(error));
      }
      // What these could not give back is nobody's now: it is freed like what the dead held.
      names.clear();
      if (Date.now() - began > LONG_MS) pauses.reset();
      await pauses.wait(leaving);
    }
  };
  void take();
  return { names, stop: async () => pool?.gracefulShutdown() };
}

/** Gives what dead processes held to others. @param alive the engine's names of processes that were heard of lately. */
export async function freeJobsOfDead(alive: ReadonlySet<string>): Promise<number> {
  const db = database();
  const { rows } = await db.execute<{ locked_by: string }>(
    sql`select distinct locked_by from graphile_worker.jobs where locked_by is not null`,
  );
  const dead = rows.map((r) => r.locked_by).filter((name) => !alive.has(name));
  if (dead.length === 0) return 0;
  const utils = await makeWorkerUtils({ pgPool: db.$client });
  try {
    await utils.forceUnlockWorkers(dead);
  } finally {
    await utils.release();
  }
  return dead.length;
}
