import { spawn } from "node:child_process";
import type { Field } from "./duties";
import { inFront } from "./instance";

/** Asks for the app's health over and over and says how long each answer took. */
const WATCHER = `
const [address] = process.argv.slice(1);
for (;;) {
  const began = performance.now();
  try {
    const { app, database } = await (await fetch(address + "/api/health", { signal: AbortSignal.timeout(20000) })).json();
    console.log(JSON.stringify([performance.now() - began, app.memoryBytes, Date.now(), database.state, app.upSeconds]));
  } catch {
    console.log("null");
  }
  await new Promise((resolve) => setTimeout(resolve, 150));
}`;

/** Milliseconds, bytes held, when, what it said of the database, seconds since the app began. */
type Answered = [number, number, number, "answers" | "busy" | "away", number];

/** An app that was started less than so long ago is still being loaded, seconds. */
const YOUNG_SECONDS = 5;

/**
 * Asks the app how it is, several times a second, as long as it is told to; from a process of its own, so that what the
 * attackers are busy with does not count as the app's time. That the database is away where nobody has killed it is a fault.
 *
 * @returns the answers' times, ms, without those of an app that has just been started.
 */
export function watchHealth({ instance, tally, stop }: Pick<Field, "instance" | "tally" | "stop">): Promise<number[]> {
  const child = spawn(...inFront(process.execPath, ["--input-type=module", "-e", WATCHER, instance.address]), {
    stdio: ["ignore", "pipe", "ignore"],
    // A session of its own: within this one it would come after the attackers.
    detached: true,
  });
  let said = "";
  child.stdout.on("data", (text: Buffer) => (said += `${text}`));
  return new Promise((resolve) => {
    stop.addEventListener("abort", () => child.kill("SIGKILL"), { once: true });
    child.on("close", () => {
      const answers = said
        .split("\n")
        .slice(0, -1)
        .map((line) => JSON.parse(line) as Answered | null)
        .filter((a) => a !== null);
      for (const [, bytes] of answers) tally.memoryMb.push(bytes / 2 ** 20);
      const wrong = answers.filter(([, , at, state]) => state === "away" && !instance.databaseWasAway(at));
      if (wrong.length > 0)
        tally.fault(
          `/api/health said ${wrong.length} times that a database was away that was there: ${wrong.map(([, , at]) => new Date(at).toISOString()).join(", ")}.`,
        );
      resolve(answers.filter(([, , , , up]) => up >= YOUNG_SECONDS).map(([ms]) => ms));
    });
  });
}
