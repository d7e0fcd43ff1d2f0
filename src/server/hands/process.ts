import { type ChildProcess, fork } from "node:child_process";
import { readFile } from "node:fs/promises";
import { setPriority } from "node:os";
import { standBack } from "../running/stand-back";

const PAGE = 4096;
/** A hand's session comes after the app's by this at most: it then has a third of the app's share where both cores are wanted. */
const MOST_BEHIND = 5;

/** Memory a process holds, bytes; 0 when it is gone. */
export async function memoryOf(pid: number): Promise<number> {
  const text = await readFile(`/proc/${pid}/statm`, "utf8").catch(() => "0 0");
  return Number(text.split(" ")[1]) * PAGE;
}

/** Ends a hand and what it started (it leads a process group). */
export function end(hand: ChildProcess): void {
  if (hand.pid === undefined || hand.exitCode !== null) return;
  try {
    process.kill(-hand.pid, "SIGKILL");
  } catch {
    hand.kill("SIGKILL");
  }
}

/** Starts a hand. @param script which calls serveTasks. @param niceness how far it gives way to the processes that answer people, 0…19. */
export function start(script: string, niceness: number): ChildProcess {
  const hand = fork(/* turbopackIgnore: true */ script, [], {
    serialization: "advanced",
    stdio: ["ignore", "inherit", "inherit", "ipc"],
    // A group of its own, so that what it starts ends with it; it ends itself when this process is gone.
    detached: true,
    execArgv: [],
    env: process.env,
  });
  hand.on("error", (error) => console.error("A hand:", error.message));
  if (hand.pid !== undefined)
    try {
      setPriority(hand.pid, niceness);
      // Each is a session of its own; behind all others at once it would hardly get on.
      void standBack(Math.min(niceness, MOST_BEHIND), hand.pid);
    } catch {
      // It is gone already, which its exit tells.
    }
  return hand;
}

/** Whether this process stays alive for a hand. */
export function hold(hand: ChildProcess, held: boolean): void {
  if (held) hand.ref();
  else hand.unref();
  if (held) hand.channel?.ref();
  else hand.channel?.unref();
}
