import type { ChildProcess } from "node:child_process";
import { say } from "@/language";
import { Problem } from "../problem";
import { end, hold, memoryOf, start } from "./process";
import { nextInTurn, yieldsTo } from "./turns";
import { type Ended, type TaskHooks, watchedTask } from "./watched-task";

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
  /** Only for such as are lighter; see seconds. */
  readonly yieldsToLighter?: boolean;
  /** What it works at: a task is not ended for another that works at the same, whose result it keeps. */
  readonly work?: string;
  /** The lightest of those that wait is begun first; by about how many seconds it takes. Absent: in the order in which they came. */
  readonly seconds?: number;
}

interface Waiting {
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

/** An idle hand is let go after this long, ms, or at once when it holds more than this, bytes. */
const IDLE_MS = 60_000;
const IDLE_BYTES = 700 * 2 ** 20;

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
    let heard = (): void => undefined;
    return new Promise<T>((resolve, reject) => {
      if (this.closed) return reject(new Error("The hands are closed."));
      const item: Waiting = {
        ...{ since: Date.now(), yielded: 0, killed: 0, task, input, limits, hooks },
        ...{ resolve: resolve as (v: unknown) => void, reject },
      };
      heard = () => this.leave(item);
      hooks.signal?.addEventListener("abort", heard, { once: true });
      if (hooks.signal?.aborted) return reject(hooks.signal.reason as Error);
      this.waiting.push(item);
      this.next();
      // One signal may stand for many tasks, one after the other.
    }).finally(() => hooks.signal?.removeEventListener("abort", heard));
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
      const at = nextInTurn(this.waiting, this.busy.size < this.count ? Infinity : this.lightSeconds);
      if (at < 0) return;
      const [item] = this.waiting.splice(at, 1);
      const hand = this.take();
      this.busy.add(hand);
      void this.work(hand, item!).finally(() => {
        this.busy.delete(hand);
        this.next();
      });
    }
  }

  /** Begins a task anew, in its turn. */
  private again(item: Waiting): void {
    if (item.hooks.signal?.aborted) return item.reject(item.hooks.signal.reason);
    this.waiting.push(item);
  }

  private take(): ChildProcess {
    const spare = this.idle.pop();
    if (!spare) return start(this.script, this.niceness);
    clearTimeout(spare.timer);
    return spare.hand;
  }

  /** Keeps a hand for the next task, without keeping this process alive for it. */
  private async putBack(hand: ChildProcess): Promise<void> {
    if (this.closed || !hand.connected || (await memoryOf(hand.pid!)) > IDLE_BYTES) return end(hand);
    const entry = { hand, timer: setTimeout(() => this.letGo(hand), IDLE_MS) };
    entry.timer.unref();
    hold(hand, false);
    this.idle.push(entry);
  }

  private letGo(hand: ChildProcess): void {
    const at = this.idle.findIndex((i) => i.hand === hand);
    if (at >= 0) this.idle.splice(at, 1);
    end(hand);
  }

  /** One task by one hand. Never throws: what happens goes to the one who asked. */
  private async work(hand: ChildProcess, item: Waiting): Promise<void> {
    const { task, input, limits, hooks, yielded } = item;
    hold(hand, true);
    const ended = await watchedTask(hand, {
      ...{ task, input, hooks, ms: limits.ms, bytes: limits.bytes },
      patienceMs: (limits.yieldsAfterMs ?? Infinity) * 4 ** yielded,
      othersWait: () => this.waiting.some((w) => yieldsTo(item, w)),
    });
    this.settle(hand, item, ended);
    if (ended.answer !== null && ended.overrun === null) await this.putBack(hand);
    else end(hand);
  }

  /** What came of a task goes to the one who asked, or the task back into the row. */
  private settle(hand: ChildProcess, item: Waiting, { answer, overrun, yielded }: Ended): void {
    const { task, hooks, resolve, reject } = item;
    if (hooks.signal?.aborted) reject(hooks.signal.reason);
    else if (answer && "done" in answer) resolve(answer.done);
    else if (answer && "problem" in answer) {
      const { status, message, details } = answer.problem;
      reject(new Problem(status as Problem["status"], message, details));
    } else if (answer && "fault" in answer) reject(new Error(answer.fault));
    else if (yielded) {
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
  }
}
