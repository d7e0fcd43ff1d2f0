import type { Rect } from "../geometry";
import type { Edit } from "./edit";

/** The largest frame without gaps, kept up to date. */
export const cleanFrameAgain = (): Edit => ({
  label: "Largest clean frame",
  apply: (recipe) => ({ ...recipe, frame: { ...recipe.frame, rule: "clean" } }),
});

/** The largest clean frame of a ratio. @param ratio width / height; null: any. */
export const frameRatio = (ratio: number | null): Edit => ({
  label: "Ratio",
  apply: (recipe) => ({ ...recipe, frame: { ...recipe.frame, rule: "clean", ratio } }),
});

/** A frame as it was dragged or typed. @param rect x, y, width, height, pixels of the plane. */
export const freeFrame = ([x, y, width, height]: Rect, label = "Change the frame"): Edit => ({
  label,
  apply: (recipe) => ({ ...recipe, frame: { ...recipe.frame, rule: "free", rect: [x, y, width, height] } }),
});
