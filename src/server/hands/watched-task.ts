import type { ChildProcess } from "node:child_process";
import { say } from "@/language";
import type { FromHand, ToHand } from "./messages";
import { end, memoryOf } from "./process";

/** How often a hand's memory is looked at, ms. */
const LOOK_MS = 100;
/** A hand that was asked to stop has this long before it is ended, ms. */
const GRACE_MS = 2000;

export interface TaskHooks {
  readonly signal?: AbortSignal;
  /** Called with 0…1. */
  readonly onProgress?: (share: number) => void;
}

interface Watched {
  readonly task: string;
  readonly input: unknown;
  readonly hooks: TaskHooks;
  /** Longest it may take, ms; and most memory of the process, bytes. */
  readonly ms: number;
  readonly bytes: number;
  /** After so long, ms, it is ended for others, if any wait. */
  readonly patienceMs: number;
  othersWait(): boolean;
}

/** How a task ended. */
export interface Ended {
  /** What the hand said; null where it was ended or died. */
  readonly answer: Exclude<FromHand, { progress: number }> | null;
  /** It took more than it may: how much of what, in words. */
  readonly overrun: string | null;
  /** It was ended for others. */
  readonly yielded: boolean;
}

/** One task by one hand, watched until it answers, dies, or is ended for what it takes. Never throws. */
export async function watchedTask(hand: ChildProcess, watched: Watched): Promise<Ended> {
  const { task, input, hooks, ms, bytes, patienceMs, othersWait } = watched;
  const { signal, onProgress } = hooks;
  let overrun: string | null = null;
  let yielded = false;
  const giveUp = (why: string): void => {
    overrun ??= why;
    end(hand);
  };
  const began = Date.now();
  const look = setInterval(() => {
    if (!yielded && Date.now() - began > patienceMs && othersWait()) {
      yielded = true;
      end(hand);
    }
    void memoryOf(hand.pid ?? 0).then((held) => {
      if (held > bytes)
        giveUp(
          say("more than {most} MB of memory, which is more than its size explains", {
            most: Math.round(bytes / 2 ** 20),
          }),
        );
    });
  }, LOOK_MS);
  const late = setTimeout(() => giveUp(say("more than {seconds} seconds", { seconds: Math.round(ms / 1000) })), ms);
  let grace: NodeJS.Timeout | undefined;
  const stop = (): void => {
    if (hand.connected) hand.send({ stop: true } satisfies ToHand, () => undefined);
    grace = setTimeout(() => end(hand), GRACE_MS);
  };
  signal?.addEventListener("abort", stop, { once: true });
  let ended = (): void => undefined;
  const gone = (): void => ended();
  try {
    const answer = await new Promise<Ended["answer"]>((settle) => {
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
    return { answer, overrun, yielded };
  } finally {
    clearInterval(look);
    clearTimeout(late);
    clearTimeout(grace);
    signal?.removeEventListener("abort", stop);
    hand.removeAllListeners("message");
    hand.off("exit", gone);
    hand.off("error", gone);
  }
}
