import "@/server/running/language";
import path from "node:path";
import { fileURLToPath } from "node:url";
import { serveTasks } from "@/server/hands/serve";
import { inThreads } from "@/server/render/in-threads";
import { type PictureOrder, renderPicture } from "@/server/render/render-picture";

/** A process in which a worker has one delivery made at a time; its threads stay for the next. */
const here = path.dirname(fileURLToPath(import.meta.url));
const runner = inThreads(path.join(here, "band-thread.mjs"));

serveTasks({ render: async (order: PictureOrder, hooks) => renderPicture(order, await runner, hooks) });
