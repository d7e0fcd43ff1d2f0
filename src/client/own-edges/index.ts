/** The picture's own edges, looked at in a thread of their own, so that drawing a line never waits for them. */
import { transfer, wrap } from "comlink";
import { type FocalObservation, METADATA_SIGMA, type OwnProposal } from "@/core/own-edges";
import type { Recipe } from "@/core/recipe";
import { luminanceOf } from "../picture/pixels";
import { speaking } from "../speaking";
import type { OwnEdgesWork } from "./worker";

interface Looked {
  readonly sha256: string;
  readonly width: number;
  readonly height: number;
}

/** A focal length that somebody or something told is an observation; one that is assumed is none. */
const observed = ({ focalPx, focalFrom }: Recipe["camera"]): FocalObservation | null =>
  focalPx !== null && (focalFrom === "metadata" || focalFrom === "stated") ? { focalPx, sigma: METADATA_SIGMA } : null;

/**
 * What a photo proposes by its own edges; null where they tell nothing.
 *
 * @throws Error with a sentence when it cannot be looked at; the signal's reason when cancelled.
 */
export async function lookAtOwnEdges(
  photo: Looked,
  camera: Recipe["camera"],
  signal: AbortSignal,
): Promise<OwnProposal | null> {
  const { image, scale } = await luminanceOf(photo, [0, 0, photo.width, photo.height], "bench");
  signal.throwIfAborted();
  const worker = speaking(new Worker(new URL("./worker.ts", import.meta.url), { type: "module" }));
  const failed = new Promise<never>((_, reject) => {
    worker.onerror = () => reject(new Error("The thread that looks at edges could not be started."));
    signal.addEventListener("abort", () => reject(signal.reason as Error), { once: true });
  });
  try {
    const work = wrap<OwnEdgesWork>(worker);
    const pixels = transfer(image, [image.data.buffer]);
    return await Promise.race([work.propose(pixels, scale, observed(camera)), failed]);
  } finally {
    worker.terminate();
  }
}
