/** What rests on the sheet at full size, made from the original's own pixels by the engine that makes deliveries. */
import { type Remote, wrap } from "comlink";
import { speaking } from "../speaking";
import { type SharpOrder, stripsOf } from "./order";
import type { SharpWork } from "./worker";

export type { SharpOrder } from "./order";

const MOST_THREADS = 4;
let threads: Remote<SharpWork>[] | null = null;

/** Threads, begun when they are first needed; each makes one strip of a window at a time. */
function allThreads(): Remote<SharpWork>[] {
  const count = Math.min(MOST_THREADS, navigator.hardwareConcurrency || 1);
  threads ??= Array.from({ length: count }, () =>
    wrap<SharpWork>(speaking(new Worker(new URL("./worker.ts", import.meta.url), { type: "module" }))),
  );
  return threads;
}

/** A strip of a window. */
export interface SharpStrip {
  /** First row within the window. */
  readonly top: number;
  readonly image: ImageData;
}

/**
 * Makes a window. Strips that show nothing of the photo, or so much of it that the preview shows it as well, are left out.
 *
 * @throws Error when the original's pixels or the kernel cannot be fetched.
 */
export async function sharpStrips(order: SharpOrder): Promise<SharpStrip[]> {
  const all = allThreads();
  const strips = stripsOf(order, all.length);
  const made = await Promise.all(strips.map((strip, i) => all[i % all.length]!.make(strip)));
  let top = 0;
  return strips.flatMap(({ output: [width, height] }, i) => {
    const pixels = made[i];
    const strip = pixels ? [{ top, image: new ImageData(pixels, width, height) }] : [];
    top += height;
    return strip;
  });
}
