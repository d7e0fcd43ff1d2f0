import "@/server/running/language";
import { randomUUID } from "node:crypto";
import { availableParallelism, hostname, totalmem } from "node:os";
import path from "node:path";
import { fileURLToPath } from "node:url";
import {
  type Turn,
  askMissingBrackets,
  askMissingFigures,
  claimNext,
  closeDatabase,
  forgetWorker,
  jobNamesAlive,
  seeWorker,
  sweepAlone,
  sweptWords,
  tidyDeliveries,
} from "@/server";
import { reasonOf } from "@/server/db/errors";
import { Hands } from "@/server/hands/hands";
import { closeDesks } from "@/server/image/desks";
import { freeJobsOfDead, runJobs } from "@/server/jobs/run-jobs";
import { Pauses, pause } from "@/server/running/pauses";
import { standBack } from "@/server/running/stand-back";
import { deliver } from "./deliver";
import { Room } from "./room";

/**
 * The worker process: takes deliveries off the queue and has them made by hands, processes of their own, so that it never
 * goes silent itself. Any number of workers may run, on any machine that reaches the database and the files. It must not
 * serve requests.
 */
/** How often an idle worker looks for something to do, ms. */
const POLL_MS = 300;
/** How often it says that it is there, looks after what others dropped, and sweeps the files, ms. */
const SEEN_EVERY_MS = 2000;
const TIDY_EVERY_MS = 5000;
const SWEEP_EVERY_MS = 24 * 3_600_000;
/** Deliveries at a time, and the share of the machine's memory they may take together. */
const MOST_TOGETHER = 2;
const MEMORY_SHARE = 0.5;
/** A worker told to end gives this long to what it must still say, ms. */
const LEAVE_MS = 3000;
/** How far all that a worker does gives way to the app. */
const NICENESS = 10;

await standBack(NICENESS);
const name = `${hostname()}-${process.pid}-${randomUUID().slice(0, 8)}`;
const here = path.dirname(fileURLToPath(import.meta.url));
// While one delivery is being decoded or written, which takes one core, another has its pixels made.
const together = Math.min(MOST_TOGETHER, availableParallelism());
const hands = new Hands(path.join(here, "delivery-hand.mjs"), together);
const room = new Room(MEMORY_SHARE * totalmem());
const leaving = new AbortController();

let claims = 0;
let turns = 0;

/** One delivery after another until the worker leaves. */
async function work(): Promise<void> {
  const pauses = new Pauses();
  while (!leaving.signal.aborted)
    try {
      const mark = `${name}-${++claims}`;
      const turn: Turn = turns % 2 === 0 ? "oldest" : "lightest";
      const claimed = await claimNext(mark, turn);
      pauses.reset();
      if (!claimed) {
        await pause(POLL_MS, leaving.signal);
        continue;
      }
      turns++;
      await deliver(
        claimed,
        mark,
        (order, limits, hooks) => hands.run("render", order, limits, hooks),
        room,
        leaving.signal,
      );
    } catch (error) {
      console.error("The queue cannot be reached:", reasonOf(error));
      await pauses.wait(leaving.signal);
    }
}

/** Does something every so often, whatever becomes of it. */
async function every(ms: number, what: string, duty: () => Promise<unknown>): Promise<void> {
  const pauses = new Pauses();
  while (!leaving.signal.aborted)
    try {
      await duty();
      pauses.reset();
      await pause(ms, leaving.signal);
    } catch (error) {
      console.error(`Could not ${what}:`, reasonOf(error));
      await pauses.wait(leaving.signal);
    }
}

async function sweepAndSay(): Promise<void> {
  const swept = await sweepAlone();
  const words = swept && sweptWords(swept);
  if (words) console.log(words);
}

const jobs = runJobs(leaving.signal);

const duties = [
  ...Array.from({ length: together }, work),
  every(SEEN_EVERY_MS, "say that this worker is there", async () => seeWorker(name, [...jobs.names])),
  every(TIDY_EVERY_MS, "look after abandoned deliveries", tidyDeliveries),
  every(TIDY_EVERY_MS, "look after abandoned background work", async () => freeJobsOfDead(await jobNamesAlive())),
  every(SWEEP_EVERY_MS, "sweep the files", sweepAndSay),
  every(SWEEP_EVERY_MS, "have photos measured that are not", askMissingFigures),
];
// Those that came before brackets were kept; others are asked for as they arrive.
void askMissingBrackets().catch((error: unknown) => console.error("Brackets were not asked for:", error));
console.log(`Worker ${name} is waiting for deliveries.`);

async function leave(): Promise<void> {
  leaving.abort();
  await Promise.race([jobs.stop().catch(() => undefined), pause(LEAVE_MS)]);
  // What is in hand goes back to the queue, for another worker or the next start.
  await Promise.race([Promise.all(duties), new Promise((resolve) => setTimeout(resolve, LEAVE_MS))]);
  hands.close();
  closeDesks();
  await Promise.race([forgetWorker(name).catch(() => undefined), pause(500)]);
  await Promise.race([closeDatabase().catch(() => undefined), pause(500)]);
  process.exit(0);
}
process.once("SIGTERM", () => void leave());
process.once("SIGINT", () => void leave());
