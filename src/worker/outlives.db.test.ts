import { type ChildProcess, fork } from "node:child_process";
import path from "node:path";
import { Client } from "pg";
import { databaseUrl } from "@/server/running/config";
import { temporaryFolder } from "@/server/testing";

/** The worker as it is delivered, in a process of its own, with a database of its own that goes away and comes back. */
const folder = temporaryFolder();
const bundles = process.env["FLATSTONE_BUNDLES"] ?? path.join(__dirname, "../../dist");
const NAME = "flatstone_test_outlives";
const own = Object.assign(new URL(databaseUrl()), { pathname: `/${NAME}` }).href;
const env = { ...process.env, DATABASE_URL: own, FLATSTONE_FILES: folder };
const admin = new Client({ connectionString: databaseUrl() });

const started = (bundle: string): ChildProcess =>
  fork(path.join(bundles, bundle), [], { env, execArgv: [], stdio: "ignore" });
const pause = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));

/** What a query of the worker's database gives, by a connection that ends with it. */
async function asked<Row>(query: string): Promise<Row[]> {
  const client = new Client({ connectionString: own });
  await client.connect();
  try {
    return (await client.query(query)).rows as Row[];
  } finally {
    await client.end();
  }
}

/** Waits until something holds. @throws Error after 20 s. */
async function comesTo(what: string, holds: () => Promise<boolean>): Promise<void> {
  for (const until = Date.now() + 20_000; !(await holds()); await pause(100))
    if (Date.now() > until) throw new Error(`It did not come to this within 20 s: ${what}.`);
}

/** Adds a job whose photo there is not: whoever takes it finds nothing to do, and it is gone from the list. */
const NOTHING = "00000000-0000-0000-0000-000000000000";
const addJob = () =>
  asked(
    `select graphile_worker.add_job('batch-item', json_build_object('batchId', '${NOTHING}', 'photoId', '${NOTHING}'))`,
  );
const jobsAreDone = async () => (await asked("select 1 from graphile_worker.jobs")).length === 0;
const heardOf = async () => (await asked<{ name: string }>("select name from workers")).map((w) => w.name);

async function goAway(): Promise<void> {
  await admin.query(`alter database ${NAME} with allow_connections false`);
  await admin.query(`select pg_terminate_backend(pid) from pg_stat_activity where datname = '${NAME}'`);
}
const comeBack = () => admin.query(`alter database ${NAME} with allow_connections true`);

beforeAll(async () => {
  await admin.connect();
  await admin.query(`drop database if exists ${NAME} with (force)`);
  await admin.query(`create database ${NAME}`);
  await new Promise((resolve) => started("migrate.mjs").on("exit", resolve));
});
afterAll(async () => {
  await admin.query(`drop database if exists ${NAME} with (force)`);
  await admin.end();
});

/** A worker that is ended with the test, and what it ended with if it did so by itself. */
function runningWorker(): { ended: () => number | string | null; kill: () => void } {
  const worker = started("worker.mjs");
  let ended: number | string | null = null;
  worker.on("exit", (code, signal) => (ended = signal ?? code));
  return { ended: () => ended, kill: () => worker.kill("SIGKILL") };
}

/** It says that it is there and takes a job. */
async function works(): Promise<void> {
  await asked("delete from workers");
  await addJob();
  await comesTo("a job is taken", jobsAreDone);
  await comesTo("the worker says that it is there", async () => (await heardOf()).length === 1);
}

test("the worker outlives its database, says again that it is there, and takes jobs up again", async () => {
  const worker = runningWorker();
  try {
    await works();
    // Away for two seconds, three times: while it waits, while it asks again, and after it has come back.
    for (let i = 0; i < 3; i++) {
      await goAway();
      await pause(2000);
      await comeBack();
      await pause(300);
    }
    await works();
    expect(worker.ended()).toBeNull();
  } finally {
    worker.kill();
  }
});

test("a worker that begins while its database is away waits for it", async () => {
  await goAway();
  const worker = runningWorker();
  try {
    await pause(3000);
    expect(worker.ended()).toBeNull();
    await comeBack();
    await works();
    expect(worker.ended()).toBeNull();
  } finally {
    worker.kill();
    await comeBack();
  }
});
