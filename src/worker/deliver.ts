import { say, sayError } from "@/language";
import { rm } from "node:fs/promises";
import { deliveryPath, endDelivery, getDelivery, heartbeat, originalPath, releaseDelivery } from "@/server";
import type { Recipe } from "@/core/recipe";
import { compile, settle } from "@/core/render";
import { isUnreachable } from "@/server/db/errors";
import type { DeliveryRow } from "@/server/db/work-schema";
import type { Limits } from "@/server/hands/hands";
import type { TaskHooks } from "@/server/hands/watched-task";
import { DOUBT_ENDING, MASK_ENDING, deliveryOptions, endingOf } from "@/core/contract";
import { Pauses } from "@/server/running/pauses";
import type { PictureOrder } from "@/server/render/render-picture";
import { type Room, bytesFor } from "./room";

/** Has a picture made, here or elsewhere. */
export type MakePicture = (
  order: PictureOrder,
  limits: Limits,
  hooks: TaskHooks,
) => Promise<{ bytes: number; width: number; height: number }>;

/** How often a worker says that it lives and asks whether it should go on, ms. */
const HEARTBEAT_MS = 150;
/** Longest that a delivery may take: so much, and more for each pixel, ms. */
const BASE_MS = 600_000;
const MS_PER_MEGAPIXEL = 10_000;
/** Beyond what is reckoned for a picture its process holds itself, its threads and what is left of the last, bytes. */
const PROCESS_BYTES = 2 ** 30;

/**
 * Makes a delivery that was claimed under a mark, and writes down how it ended. Throws nothing for the picture's sake; a
 * database that is away is waited for.
 *
 * @param leaving tells that the worker must go: what is in hand is given back for another.
 */
export async function deliver(
  { id }: Pick<DeliveryRow, "id">,
  mark: string,
  make: MakePicture,
  room: Room,
  leaving?: AbortSignal,
): Promise<void> {
  const stop = new AbortController();
  const leave = (): void => stop.abort(new Error("leaving"));
  leaving?.addEventListener("abort", leave, { once: true });
  let progress = 0;
  let beating = false;
  const beat = setInterval(() => {
    if (beating) return;
    beating = true;
    heartbeat(id, mark, progress)
      .then((goOn) => {
        if (!goOn) stop.abort(new Error("cancelled"));
      })
      .catch(() => undefined)
      .finally(() => (beating = false));
  }, HEARTBEAT_MS);
  /** Says how it ended; the database may be away for a while. */
  const end = (outcome: Parameters<typeof endDelivery>[2]): Promise<void> =>
    patiently(() => endDelivery(id, mark, outcome), leaving);
  try {
    const { delivery, recipe: kept, photo, captions } = await patiently(() => getDelivery(id), leaving);
    const recipe = delivery.long === null ? kept : asLong(kept, delivery.long);
    const size = [photo.width, photo.height] as const;
    const focal = { equivalent: photo.equivalentMm, focal: photo.focalMm };
    const [width, height] = compile(settle(recipe, size, focal), size).output;
    const pixels = Math.max(size[0] * size[1], width * height);
    const bytes = bytesFor(size[0] * size[1], width * height, photo.bits);
    const limits = { ms: BASE_MS + (MS_PER_MEGAPIXEL * pixels) / 1e6, bytes: 1.1 * bytes + PROCESS_BYTES };
    const order: PictureOrder = {
      source: originalPath(photo.sha256),
      sha256: photo.sha256,
      size,
      recipe,
      focal,
      target: deliveryPath(id, endingOf(delivery.format)),
      mask: deliveryPath(id, MASK_ENDING),
      doubt: deliveryPath(id, DOUBT_ENDING),
      captions,
      options: deliveryOptions.parse({ ...delivery.options, format: delivery.format, quality: delivery.quality }),
    };
    const hooks = { signal: stop.signal, onProgress: (share: number) => void (progress = share) };
    const result = await room.within(bytes, async () => {
      stop.signal.throwIfAborted();
      return make(order, limits, hooks);
    });
    // Cancelled in the very last moment: the file is not wanted.
    if (stop.signal.aborted)
      for (const file of [order.target, deliveryPath(id, MASK_ENDING), deliveryPath(id, DOUBT_ENDING)])
        await rm(file, { force: true });
    stop.signal.throwIfAborted();
    await end({ state: "done", ...result });
  } catch (error) {
    if (leaving?.aborted) await releaseDelivery(id, mark).catch(() => undefined);
    else if (stop.signal.aborted) await end({ state: "cancelled" });
    else {
      const forPeople = error instanceof Error && ["Problem", "RecipeError"].includes(error.name);
      if (!forPeople) console.error(`Delivery ${id} failed:`, error);
      const reason = forPeople ? sayError(error as Error) : say("The worker's log says why.");
      await end({ state: "failed", error: say("The picture could not be made: {reason}", { reason }) });
    }
  } finally {
    clearInterval(beat);
    leaving?.removeEventListener("abort", leave);
  }
}

/** A recipe whose result has so many pixels along its longer side. */
const asLong = (recipe: Recipe, px: number): Recipe => ({
  ...recipe,
  frame: { ...recipe.frame, on: true, output: { kind: "long", px } },
});

/** Tries again, with growing pauses, while the database is away. */
async function patiently<T>(work: () => Promise<T>, signal?: AbortSignal): Promise<T> {
  const pauses = new Pauses();
  for (;;)
    try {
      return await work();
    } catch (error) {
      if (!isUnreachable(error) || signal?.aborted) throw error;
      await pauses.wait(signal);
    }
}
