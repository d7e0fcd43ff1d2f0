import { type Words, tell } from "../language";
import type { Recipe } from "../recipe";
import { reckon } from "./reckon";

/** More than this nobody wants, and no machine here could make in its time: pixels, seconds, pixels of the original. */
const MOST = { pixels: 500e6, strokeSeconds: 150, widest: 4000 } as const;

/**
 * What of a recipe is more than can be made, in a sentence; null where all of it can. One estimate for saves, fills, the sharp view and
 * deliveries: nothing is begun that would be given up later and blamed on the picture.
 */
export function tooMuch(recipe: Pick<Recipe, "frame" | "edges" | "proportion">): Words | null {
  const { pixels, strokeSeconds, widest } = reckon(recipe);
  if (pixels > MOST.pixels)
    return tell(
      "The frame would have {pixels} megapixels; {most} can be made. Draw a smaller frame, or a smaller output.",
      {
        pixels: Math.round(pixels / 1e6),
        most: MOST.pixels / 1e6,
      },
    );
  if (widest > MOST.widest)
    return tell("A brush is {widest} px wide from its middle; up to {most} can be mended or grafted at once.", {
      widest: Math.round(widest),
      most: MOST.widest,
    });
  if (strokeSeconds > MOST.strokeSeconds)
    return tell(
      "The strokes together would take about {seconds} seconds; up to {most} are made. Delete some, or draw them shorter.",
      {
        seconds: Math.round(strokeSeconds),
        most: MOST.strokeSeconds,
      },
    );
  return null;
}
