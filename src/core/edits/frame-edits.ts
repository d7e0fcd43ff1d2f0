import type { Rect } from "../geometry";
import type { FrameDetail } from "../frame";
import type { Recipe } from "../recipe";
import type { Edit } from "./edit";

/** A frame without gaps, kept up to date. */
export const cleanFrameAgain = (): Edit => ({
  label: "Clean frame",
  apply: (recipe) => ({ ...recipe, frame: { ...recipe.frame, rule: "clean" } }),
});

/** Keeps what a photo was found to show with the recipe, so that the frame is the same wherever it is worked out. */
export const weighDetail = (recipe: Recipe, detail: FrameDetail): Recipe =>
  recipe.frame.detail ? recipe : { ...recipe, frame: { ...recipe.frame, detail } };

/** A clean frame that is the largest, or the one that keeps most of what the photo shows. */
export const framePrefers = (prefer: "area" | "detail"): Edit => ({
  label: prefer === "area" ? "Most area" : "Most of what it shows",
  apply: (recipe) => {
    const { prefer: before, ...rest } = recipe.frame;
    void before;
    return { ...recipe, frame: { ...rest, rule: "clean", ...(prefer === "area" && { prefer }) } };
  },
});

/** The clean frame of a ratio. @param ratio width / height; null: any. */
export const frameRatio = (ratio: number | null): Edit => ({
  label: "Ratio",
  apply: (recipe) => ({ ...recipe, frame: { ...recipe.frame, rule: "clean", ratio } }),
});

/** A frame as it was dragged or typed. @param rect x, y, width, height, pixels of the plane. */
export const freeFrame = ([x, y, width, height]: Rect, label = "Change the frame"): Edit => ({
  label,
  apply: (recipe) => ({ ...recipe, frame: { ...recipe.frame, rule: "free", rect: [x, y, width, height] } }),
});
