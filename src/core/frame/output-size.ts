import type { Rect, Size } from "../geometry";
import type { FrameSettings } from "./recipe-part";

/** What a picture may be delivered at, as a recipe says it. */
export type OutputSize = NonNullable<FrameSettings["output"]>;

const INCH_M = 0.0254;

/** Output pixels to a pixel of the frame. */
function factorOf([w, h]: Size, output: OutputSize, perPixel: number | null): number {
  const longer = Math.max(w, h);
  switch (output.kind) {
    case "long":
      return output.px / longer;
    case "megapixels":
      return Math.sqrt((output.megapixels * 1e6) / (w * h));
    case "print":
      return ((output.cm / 100 / INCH_M) * output.dpi) / longer;
    case "scale":
      // Without a measure nothing tells how large the building is: its pixels stay as they are.
      return perPixel === null ? 1 : (perPixel / output.to / INCH_M) * output.dpi;
  }
}

/**
 * Size of the delivered picture, pixels: that of the frame, or as asked for; at least one pixel either way.
 *
 * @param frame width and height, pixels of the plane. @param perPixel metres to one of them; null: not known.
 */
export function outputSize([w, h]: Size, output: OutputSize | undefined, perPixel: number | null): Size {
  const factor = output ? factorOf([w, h], output, perPixel) : 1;
  return [Math.max(1, Math.round(w * factor)), Math.max(1, Math.round(h * factor))];
}

/**
 * At a scale a pixel stands for the same length either way, exactly: the frame gives up the part of a pixel that would
 * not be whole, on all sides alike. Any other output keeps its frame.
 *
 * @param frame pixels of the plane, as are those returned. @param perPixel metres to one of them; null: not known.
 */
export function frameAtScale(frame: Rect, output: OutputSize | undefined, perPixel: number | null): Rect {
  if (output?.kind !== "scale" || perPixel === null) return frame;
  const [x, y, w, h] = frame;
  const factor = factorOf([w, h], output, perPixel);
  const whole = (side: number): number => Math.max(1, Math.floor(side * factor + 1e-6)) / factor;
  return [x + (w - whole(w)) / 2, y + (h - whole(h)) / 2, whole(w), whole(h)];
}

/** Pixels to an inch of paper that a delivery says of itself; null: it says nothing. */
export const dpiOf = (output: OutputSize | undefined): number | null =>
  output && (output.kind === "print" || output.kind === "scale") ? output.dpi : null;
