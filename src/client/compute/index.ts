import { type Remote, wrap } from "comlink";
import type { Work } from "./worker";

let remote: Remote<Work> | null = null;

/** The thread for long work, begun when it is first asked for. Arguments and results are copied over. */
export function compute(): Remote<Work> {
  remote ??= wrap<Work>(new Worker(new URL("./worker.ts", import.meta.url), { type: "module" }));
  return remote;
}
