import { tell } from "../../language";
import type { Rect } from "../../geometry";
import type { FrameDetail, OutputSize } from "../../frame";
import type { Recipe } from "../../recipe";
import type { Edit } from "../edit";

/** A frame without gaps, kept up to date. */
export const cleanFrameAgain = (): Edit => ({
  label: tell("Clean frame"),
  apply: (recipe) => ({ ...recipe, frame: { ...recipe.frame, rule: "clean" } }),
});

/** Keeps what a photo was found to show with the recipe, so that the frame is the same wherever it is worked out. */
export const weighDetail = (recipe: Recipe, detail: FrameDetail): Recipe =>
  recipe.frame.detail ? recipe : { ...recipe, frame: { ...recipe.frame, detail } };

/** A clean frame that is the largest, or the one that keeps most of what the photo shows. */
export const framePrefers = (prefer: "area" | "detail"): Edit => ({
  label: prefer === "area" ? tell("Most area") : tell("Most of what it shows"),
  apply: (recipe) => {
    const { prefer: before, ...rest } = recipe.frame;
    void before;
    return { ...recipe, frame: { ...rest, rule: "clean", ...(prefer === "area" && { prefer }) } };
  },
});

/** The clean frame of a ratio. @param ratio width / height; null: any. */
export const frameRatio = (ratio: number | null): Edit => ({
  label: tell("Ratio"),
  apply: (recipe) => ({ ...recipe, frame: { ...recipe.frame, rule: "clean", ratio } }),
});

/** A frame as it was dragged or typed. @param rect x, y, width, height, pixels of the plane. */
export const freeFrame = ([x, y, width, height]: Rect, label = tell("Change the frame")): Edit => ({
  label,
  apply: (recipe) => ({ ...recipe, frame: { ...recipe.frame, rule: "free", rect: [x, y, width, height] } }),
});

/** A quarter turn more. @param by 1 clockwise, −1 the other way. */
export const quarterTurn = (by: 1 | -1): Edit => ({
  label: by === 1 ? tell("Turn clockwise") : tell("Turn anticlockwise"),
  apply: (recipe) => {
    const { turn, ...frame } = recipe.frame;
    // The mirror comes after the turn, so in a mirrored picture the other way is the one that is seen.
    const now = ((turn ?? 0) + (frame.mirror ? -by : by) + 4) % 4;
    return { ...recipe, frame: now === 0 ? frame : { ...frame, turn: now as 1 | 2 | 3 } };
  },
});

/** Left and right exchanged, or back. */
export const mirrorPicture = (): Edit => ({
  label: tell("Mirror"),
  apply: (recipe) => {
    const { mirror, ...frame } = recipe.frame;
    return { ...recipe, frame: mirror ? frame : { ...frame, mirror: true } };
  },
});

/** A scale bar in the delivered picture, or none. */
export const scaleBarShown = (shown: boolean): Edit => ({
  label: shown ? tell("Scale bar") : tell("No scale bar"),
  apply: (recipe) => {
    const { bar, ...frame } = recipe.frame;
    void bar;
    return { ...recipe, frame: shown ? { ...frame, bar: true } : frame };
  },
});

/** What the picture is delivered at; null: a pixel for each of the plane's. */
export const outputAt = (output: OutputSize | null): Edit => ({
  label: tell("Output size"),
  apply: (recipe) => {
    const { output: before, ...frame } = recipe.frame;
    void before;
    return { ...recipe, frame: output ? { ...frame, output } : frame };
  },
});
