import { claimDelivery, deliveryPath, endDelivery, getDelivery, heartbeat, originalPath } from "@/server";
import { FILE_ENDINGS, deliveryOptions } from "@/server/image/delivery-options";
import type { BandRunner } from "@/server/render/bands";
import { renderPicture } from "@/server/render/render-picture";
import { type Room, bytesFor } from "./room";

/** How often a worker says that it lives and asks whether it should go on, ms. */
const HEARTBEAT_MS = 150;

/** Makes one delivery, if it is still to be made, and writes down how it ended. Never throws for the picture's sake. */
export async function deliver(id: string, worker: string, runner: BandRunner, room: Room): Promise<void> {
  const claimed = await claimDelivery(id, worker);
  if (!claimed) return;
  const stop = new AbortController();
  let progress = 0;
  let beating = false;
  const beat = setInterval(() => {
    if (beating) return;
    beating = true;
    heartbeat(id, worker, progress)
      .then((goOn) => {
        if (!goOn) stop.abort(new Error("cancelled"));
      })
      .catch(() => undefined)
      .finally(() => (beating = false));
  }, HEARTBEAT_MS);
  try {
    const { delivery, recipe, photo } = await getDelivery(id);
    const render = () =>
      renderPicture(
        {
          source: originalPath(photo.sha256),
          size: [photo.width, photo.height],
          recipe,
          focal: { equivalent: photo.equivalentMm, focal: photo.focalMm },
          target: deliveryPath(id, FILE_ENDINGS[delivery.format]),
          options: deliveryOptions.parse({ ...delivery.options, format: delivery.format, quality: delivery.quality }),
        },
        runner,
        { signal: stop.signal, onProgress: (share) => (progress = share) },
      );
    const result = await room.within(bytesFor(photo.width * photo.height, photo.bits), render);
    await endDelivery(id, worker, { state: "done", ...result });
  } catch (error) {
    if (stop.signal.aborted) await endDelivery(id, worker, { state: "cancelled" });
    else {
      console.error(`Delivery ${id} failed:`, error);
      const reason = error instanceof Error ? error.message : String(error);
      await endDelivery(id, worker, { state: "failed", error: `The picture could not be made: ${reason}` });
    }
  } finally {
    clearInterval(beat);
  }
}
