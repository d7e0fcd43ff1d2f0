import { existsSync } from "node:fs";
import { Worker } from "node:worker_threads";
import type { FillPlan, Trial } from "@/core/edges";

/** What goes between a fill and the thread in which its trial is planned. */
export interface ToTrial {
  readonly trial: Trial;
}
export type FromTrial = { readonly plan: FillPlan } | { readonly error: string };

/** Plans trials of fills in a thread of its own; see FillHooks. */
export type TrialBeside = (trial: Trial, signal?: AbortSignal) => Promise<FillPlan>;

/**
 * Plans trials in a thread, one at a time, which is begun when it is first needed and kept.
 *
 * @param script path of the bundled thread. @returns null where it is not there: trials are planned in place then.
 */
export function trialsBeside(script: string): TrialBeside | null {
  if (!existsSync(script)) return null;
  let thread: Worker | null = null;
  let last: Promise<unknown> = Promise.resolve();

  const plan = (trial: Trial, signal?: AbortSignal): Promise<FillPlan> =>
    new Promise((resolve, reject) => {
      signal?.throwIfAborted();
      const own = (thread ??= new Worker(script));
      // It does not keep the process from ending.
      own.unref();
      const done = (): void => {
        own.off("message", onMessage);
        own.off("error", onError);
        own.off("exit", onExit);
        signal?.removeEventListener("abort", onAbort);
      };
      const fail = (error: unknown): void => {
        done();
        // Whatever it is at, it is at it for nobody.
        if (thread === own) thread = null;
        void own.terminate();
        reject(error as Error);
      };
      const onMessage = (message: FromTrial): void => {
        if ("error" in message) return fail(new Error(message.error));
        done();
        resolve(message.plan);
      };
      const onError = (error: unknown): void => fail(error);
      const onExit = (): void => fail(new Error("The thread that tries a fill has ended."));
      const onAbort = (): void => fail(signal!.reason);
      own.on("message", onMessage);
      own.on("error", onError);
      own.on("exit", onExit);
      signal?.addEventListener("abort", onAbort, { once: true });
      own.postMessage({ trial } satisfies ToTrial);
    });

  return (trial, signal) => {
    const mine = last.then(() => plan(trial, signal));
    last = mine.catch(() => undefined);
    return mine;
  };
}
