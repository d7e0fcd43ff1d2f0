import type { Size } from "../geometry";
import type { Side } from "./recipe-part";

/**
 * The side of the photo beyond which a recorded place lies: the one it has gone past furthest, as a share of the photo's
 * size along that way; null within the photo. @param x pixels of the original. @param y the same.
 */
export function gapSide([width, height]: Size, x: number, y: number): Side | null {
  if (x >= 0 && y >= 0 && x <= width && y <= height) return null;
  const across = Math.max(-x, x - width) / width;
  const down = Math.max(-y, y - height) / height;
  if (across >= down) return x < 0 ? "left" : "right";
  return y < 0 ? "top" : "bottom";
}

/** How far inside a side of the photo a recorded place lies, pixels; below 0 beyond it. */
export function insideSide([width, height]: Size, side: Side, x: number, y: number): number {
  if (side === "left") return x;
  if (side === "top") return y;
  return side === "right" ? width - x : height - y;
}
