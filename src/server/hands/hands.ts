import { say } from "@/core/language";
import { type ChildProcess, fork } from "node:child_process";
import { readFile } from "node:fs/promises";
import { setPriority } from "node:os";
import { Problem } from "../problem";
import { standBack } from "../stand-back";
import type { FromHand, ToHand } from "./messages";

/**
 * Hands: processes of their own in which pictures are read and made, one task at a time each. Whatever a file does to a
 * decoder, it does it there: a hand that takes too long, takes too much memory or dies is ended and replaced, and its
 * task is refused with a sentence. The process that owns the hands goes on answering.
 */
export interface Limits {
  /** Longest a task may take once begun, ms; and most memory of the process, bytes. */
  readonly ms: number;
  readonly bytes: number;
  /**
   * A task that takes longer than this while others wait is ended, and begun anew after them, with four times as long; ms. Absent: it
   * is never ended for others.
   */
  readonly yieldsAfterMs?: number;
  /** The lightest of those that wait is begun first; by about how many seconds it takes. Absent: in the order in which they came. */
  readonly seconds?: number;
}

export interface TaskHooks {
  readonly signal?: AbortSignal;
  /** Called with 0…1. */
  readonly onProgress?: (share: number) => void;
}

interface Waiting {
  /** When it came; what waits long becomes lighter. */
  readonly since: number;
  /** Times it was ended for others, and times its hand was killed by something else. */
  yielded: number;
  killed: number;
  readonly task: string;
  readonly input: unknown;
  readonly limits: Limits;
  readonly hooks: TaskHooks;
  resolve(value: unknown): void;
  reject(error: unknown): void;
}

/** How often a hand's memory is looked at, ms. */
const LOOK_MS = 100;
/** A hand that was asked to stop has this long before it is ended, ms. */
const GRACE_MS = 2000;
/** An idle hand is let go after this long, ms, or at once when it holds more than this, bytes. */
const IDLE_MS = 60_000;
const IDLE_BYTES = 700 * 2 ** 20;
const PAGE = 4096;
/** A hand's session comes after the app's by this at most: it then has a third of the app's share where both cores are wanted. */
const MOST_BEHIND = 5;

/** Memory a process holds, bytes; 0 when it is gone. */
async function memoryOf(pid: number): Promise<number> {
  const text = await readFile(`/proc/${pid}/statm`, "utf8").catch(() => "0 0");
  return Number(text.split(" ")[1]) * PAGE;
}

/** Ends a hand and what it started (it leads a process group). */
function end(hand: ChildProcess): void {
  if (hand.pid === undefined || hand.exitCode !== null) return;
  try {
    process.kill(-hand.pid, "SIGKILL");
  } catch {
    hand.kill("SIGKILL");
  }
}

export class Hands {
  private readonly idle: { hand: ChildProcess; timer: NodeJS.Timeout }[] = [];
  private readonly waiting: Waiting[] = [];
  private busy = new Set<ChildProcess>();
  private closed = false;

  /**
   * @param script path of the bundled program that the hands run, which calls serveTasks.
   * @param count how many work at the same time; they are started when first needed.
   * @param niceness how far they give way to the processes that answer people, 0…19.
   * @param lightSeconds one more works besides, for tasks that take about so long at most; 0: none does.
   */
  constructor(
    private readonly script: string,
    private readonly count: number,
    private readonly niceness = 10,
    private readonly lightSeconds = 0,
  ) {}

  /**
   * Has a task done.
   *
   * @throws Problem as the task does; Problem 422 when it outgrew its limits or killed its hand; the signal's reason.
   */
  run<T>(task: string, input: unknown, limits: Limits, hooks: TaskHooks = {}): Promise<T> {
    return new Promise<T>((resolve, reject) => {
      if (this.closed) return reject(new Error("The hands are closed."));
      const item: Waiting = {
        ...{ since: Date.now(), yielded: 0, killed: 0, task, input, limits, hooks },
        ...{ resolve: resolve as (v: unknown) => void, reject },
      };
      hooks.signal?.addEventListener("abort", () => this.leave(item), { once: true });
      if (hooks.signal?.aborted) return reject(hooks.signal.reason as Error);
      this.waiting.push(item);
      this.next();
    });
  }

  /** Ends all hands; what they were doing is refused. */
  close(): void {
    this.closed = true;
    for (const { hand, timer } of this.idle.splice(0)) {
      clearTimeout(timer);
      end(hand);
    }
    for (const hand of this.busy) end(hand);
  }

  private leave(item: Waiting): void {
    const at = this.waiting.indexOf(item);
    if (at < 0) return;
    this.waiting.splice(at, 1);
    item.reject(item.hooks.signal!.reason);
  }

  private next(): void {
    const more = this.lightSeconds > 0 ? 1 : 0;
    while (this.busy.size < this.count + more) {
      const item = this.lightest(this.busy.size < this.count ? Infinity : this.lightSeconds);
      if (!item) return;
      const hand = this.take();
      this.busy.add(hand);
      void this.work(hand, item).finally(() => {
        this.busy.delete(hand);
        this.next();
      });
    }
  }

  /**
   * The next to be begun: what was ended for others after them, then the lightest, those that have waited long counting as lighter.
   *
   * @param most seconds that it may take about.
   */
  private lightest(most: number): Waiting | undefined {
    const now = Date.now();
    const may = this.waiting.filter(({ limits: { seconds = 0 } }) => seconds <= most);
    if (may.length === 0) return undefined;
    const weight = ({ yielded, limits: { seconds = 0 }, since }: Waiting): number =>
      1e6 * yielded + seconds - (now - since) / 1000;
    const best = may.reduce((a, b) => (weight(b) < weight(a) ? b : a));
    return this.waiting.splice(this.waiting.indexOf(best), 1)[0];
  }

  /** Begins a task anew, in its turn. */
  private again(item: Waiting): void {
    if (item.hooks.signal?.aborted) return item.reject(item.hooks.signal.reason);
    this.waiting.push(item);
  }

  private take(): ChildProcess {
    const spare = this.idle.pop();
    if (spare) {
      clearTimeout(spare.timer);
      return spare.hand;
    }
    const hand = fork(/* turbopackIgnore: true */ this.script, [], {
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
        setPriority(hand.pid, this.niceness);
        // Each is a session of its own; behind all others at once it would hardly get on.
        void standBack(Math.min(this.niceness, MOST_BEHIND), hand.pid);
      } catch {
        // It is gone already, which its exit tells.
      }
    return hand;
  }

  /** Keeps a hand for the next task, without keeping this process alive for it. */
  private async putBack(hand: ChildProcess): Promise<void> {
    if (this.closed || !hand.connected || (await memoryOf(hand.pid!)) > IDLE_BYTES) return end(hand);
    const entry = { hand, timer: setTimeout(() => this.letGo(hand), IDLE_MS) };
    entry.timer.unref();
    hand.unref();
    hand.channel?.unref();
    this.idle.push(entry);
  }

  private letGo(hand: ChildProcess): void {
    const at = this.idle.findIndex((i) => i.hand === hand);
    if (at >= 0) this.idle.splice(at, 1);
    end(hand);
  }

  /** One task by one hand, watched. Never throws: what happens goes to the one who asked. */
  private async work(hand: ChildProcess, item: Waiting): Promise<void> {
    const { task, input, limits, hooks, resolve, reject } = item;
    hand.ref();
    hand.channel?.ref();
    const { signal, onProgress } = hooks;
    let overrun: string | null = null;
    const giveUp = (why: string): void => {
      overrun ??= why;
      end(hand);
    };
    let yields = false;
    const patience = (limits.yieldsAfterMs ?? Infinity) * 4 ** item.yielded;
    const began = Date.now();
    const look = setInterval(() => {
      if (!yields && Date.now() - began > patience && this.waiting.some((w) => w.yielded < item.yielded + 1)) {
        yields = true;
        end(hand);
      }
      void memoryOf(hand.pid ?? 0).then((bytes) => {
        if (bytes > limits.bytes)
          giveUp(
            say("more than {most} MB of memory, which is more than its size explains", {
              most: Math.round(limits.bytes / 2 ** 20),
            }),
          );
      });
    }, LOOK_MS);
    const late = setTimeout(
      () => giveUp(say("more than {seconds} seconds", { seconds: Math.round(limits.ms / 1000) })),
      limits.ms,
    );
    let grace: NodeJS.Timeout | undefined;
    const stop = (): void => {
      if (hand.connected) hand.send({ stop: true } satisfies ToHand, () => undefined);
      grace = setTimeout(() => end(hand), GRACE_MS);
    };
    signal?.addEventListener("abort", stop, { once: true });
    let usable = false;
    let ended = (): void => undefined;
    const gone = (): void => ended();
    try {
      const answer = await new Promise<FromHand | null>((settle) => {
        hand.on("message", (message: FromHand) => {
          if ("progress" in message) onProgress?.(message.progress);
          else settle(message);
        });
        hand.once("exit", gone);
        hand.once("error", gone);
        ended = () => settle(null);
        hand.send({ task, input } satisfies ToHand, (error) => error && settle(null));
        if (signal?.aborted) stop();
      });
      usable = answer !== null && overrun === null;
      if (signal?.aborted) reject(signal.reason);
      else if (answer && "done" in answer) resolve(answer.done);
      else if (answer && "problem" in answer) {
        const { status, message, details } = answer.problem;
        reject(new Problem(status as Problem["status"], message, details));
      } else if (answer && "fault" in answer) reject(new Error(answer.fault));
      else if (yields) {
        item.yielded++;
        this.again(item);
      } else if (overrun)
        reject(new Problem(422, say("The picture took {overrun}; it is damaged, or made to do so.", { overrun })));
      else if (this.closed) reject(new Error("The process is ending."));
      else if (hand.signalCode === "SIGKILL" && item.killed++ < 1) {
        // Killed from outside, for want of memory as a rule: the file need not be at fault.
        console.error(`A hand was killed at "${task}"; it is begun anew.`);
        this.again(item);
      } else {
        console.error(`A hand died of "${task}" (${hand.signalCode ?? hand.exitCode}).`);
        reject(
          new Problem(422, say("The picture made its reader fail; it is damaged, or of a kind that cannot be read.")),
        );
      }
    } finally {
      clearInterval(look);
      clearTimeout(late);
      clearTimeout(grace);
      signal?.removeEventListener("abort", stop);
      hand.removeAllListeners("message");
      hand.off("exit", gone);
      hand.off("error", gone);
      if (usable) await this.putBack(hand);
      else end(hand);
    }
  }
}
