import type { Photo } from "@/client";
import { compute, stopComputing } from "@/client/compute";
import { luminanceOf } from "@/client/picture/pixels";
import { centreOf } from "@/core/camera";
import { tracesOf } from "@/core/edits";
import type { LensModel, SolvedField } from "@/core/lens";
import type { Recipe } from "@/core/recipe";

let stop: (() => void) | null = null;

/** Ends the measuring under way, if there is any. */
export function stopMeasuringField(): void {
  stop?.();
}

/**
 * How far round a picture goes: by what has been traced in it, else by its own edges, in seconds.
 *
 * @returns null where neither tells it. @throws Error with a sentence where it cannot be looked at.
 */
export async function measureField(
  photo: Photo,
  recipe: Recipe,
  model: Exclude<LensModel, "brown-conrady">,
): Promise<SolvedField | "stopped" | null> {
  const stopped = new Promise<"stopped">((resolve) => {
    stop = () => {
      stopComputing();
      resolve("stopped");
    };
  });
  try {
    return await Promise.race([stopped, measured(photo, recipe, model)]);
  } finally {
    stop = null;
  }
}

async function measured(
  photo: Photo,
  recipe: Recipe,
  model: Exclude<LensModel, "brown-conrady">,
): Promise<SolvedField | null> {
  const size = [photo.width, photo.height] as const;
  const traces = tracesOf(recipe).map((t) => t.points);
  const centre = recipe.lens.centre ?? centreOf(size);
  const byTraces = traces.length > 0 ? await compute().solveField(traces, model, size, centre) : null;
  if (byTraces) return byTraces;
  const { image, scale } = await luminanceOf(photo, [0, 0, photo.width, photo.height], "bench");
  const told = await compute().ownFieldOf(image, model);
  return told && { ...told, focalPx: told.focalPx / scale };
}
