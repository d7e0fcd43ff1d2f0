/**
 * Keeps one process alive: starts it again when it ends by itself, after a pause that grows, and gives up loudly when it
 * keeps dying young. Called by bin/start: node scripts/supervise.mjs NAME COMMAND ARGUMENT…
 */
import { spawn } from "node:child_process";

const [name, command, ...args] = process.argv.slice(2);
/** A life shorter than this is a quick death, ms; so many in a row are enough. */
const YOUNG_MS = Number(process.env.FLATSTONE_YOUNG_MS ?? 10_000);
const MOST_QUICK = 6;
const FIRST_PAUSE_MS = 250;

let child = null;
let leaving = false;
let quick = 0;

const say = (text) => console.error(`${new Date().toISOString()} ${name}: ${text}`);

function start() {
  const began = Date.now();
  child = spawn(command, args, { stdio: "inherit" });
  child.on("error", (error) => say(`could not be started: ${error.message}`));
  child.on("close", (code, signal) => {
    child = null;
    if (leaving) process.exit(0);
    quick = Date.now() - began < YOUNG_MS ? quick + 1 : 0;
    if (quick >= MOST_QUICK) {
      say(
        `ENDED ${quick} TIMES WITHIN ${YOUNG_MS / 1000} s OF ITS START. Given up; look above for why, then run bin/start again.`,
      );
      process.exit(1);
    }
    const pause = quick === 0 ? 0 : FIRST_PAUSE_MS * 2 ** (quick - 1);
    say(`ended (${signal ?? code}); started again${pause ? ` in ${pause} ms` : ""}.`);
    setTimeout(() => !leaving && start(), pause);
  });
}

for (const signal of ["SIGTERM", "SIGINT"])
  process.on(signal, () => {
    leaving = true;
    if (child) child.kill(signal);
    else process.exit(0);
  });
start();
