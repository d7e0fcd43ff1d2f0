import { type Remote, wrap } from "comlink";
import { speaking } from "../speaking";
import type { Work } from "./worker";

let worker: Worker | null = null;
let remote: Remote<Work> | null = null;

/** The thread for long work, begun when it is first asked for. Arguments and results are copied over. */
export function compute(): Remote<Work> {
  worker ??= speaking(new Worker(new URL("./worker.ts", import.meta.url), { type: "module" }));
  remote ??= wrap<Work>(worker);
  return remote;
}

/** Gives up the work under way: the thread is ended, and a new one begun when it is next needed. */
export function stopComputing(): void {
  worker?.terminate();
  worker = null;
  remote = null;
}
