import { say } from "@/language";
import { Problem } from "../problem";
import type { FromHand, ToHand } from "./messages";
import type { TaskHooks } from "./watched-task";

/** What a hand can do, by name. */
export type Tasks = Readonly<Record<string, (input: never, hooks: Required<TaskHooks>) => Promise<unknown>>>;

/** Progress is told no more often than this, ms. */
const TELL_MS = 50;

/** Makes this process a hand: does the tasks that its parent sends, one at a time, and ends when the parent is gone. */
export function serveTasks(tasks: Tasks): void {
  const answer = (message: FromHand): void => void process.send?.(message, undefined, undefined, () => undefined);
  let stop: AbortController | null = null;
  process.on("disconnect", () => {
    // Native threads may be stuck in a file; exit() would wait for them. What was started here goes too.
    try {
      process.kill(-process.pid, "SIGKILL");
    } finally {
      process.kill(process.pid, "SIGKILL");
    }
  });
  process.on("message", (message: ToHand) => {
    if ("stop" in message) return stop?.abort(new Error("stopped"));
    const control = (stop = new AbortController());
    let told = 0;
    const onProgress = (share: number): void => {
      if (Date.now() - told < TELL_MS) return;
      told = Date.now();
      answer({ progress: share });
    };
    const work = async (): Promise<unknown> => {
      const task = tasks[message.task];
      if (!task) throw new Error(`There is no task "${message.task}".`);
      return task(message.input as never, { signal: control.signal, onProgress });
    };
    work().then(
      (done) => answer({ done }),
      (error: unknown) => {
        if (control.signal.aborted) answer({ stopped: true });
        else if (error instanceof Problem)
          answer({ problem: { status: error.status, message: error.message, details: error.details ?? null } });
        else if (["ENOSPC", "EDQUOT"].includes((error as NodeJS.ErrnoException)?.code ?? ""))
          answer({
            problem: {
              status: 507,
              message: say("The disk is full. Make room and try again; nothing you saved is lost."),
              details: null,
            },
          });
        else answer({ fault: error instanceof Error ? (error.stack ?? error.message) : String(error) });
      },
    );
  });
}
