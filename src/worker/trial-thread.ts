import { parentPort } from "node:worker_threads";
import { type Trial, tried } from "@/core/edges/fill";
import type { FromTrial, ToTrial } from "@/server/render/trial-beside";

/** The thread in which a fill's trial is planned, beside the fill itself. */
parentPort!.on("message", ({ trial }: ToTrial) => {
  const answer = (message: FromTrial): void => parentPort!.postMessage(message);
  tried(trial as Trial).then(
    (plan) => answer({ plan }),
    (error: unknown) => answer({ error: String(error) }),
  );
});
