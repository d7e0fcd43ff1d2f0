import type { Vec2 } from "@/core/geometry";
import type { At } from "./tool";

/** Where the pointer is; with Shift along one axis of the sheet only, from where it went down. CSS pixels. */
export function alongAxis(from: Vec2, { screen, shift }: Pick<At, "screen" | "shift">): Vec2 {
  const [dx, dy] = [Math.abs(screen[0] - from[0]), Math.abs(screen[1] - from[1])];
  return !shift ? screen : dx > dy ? [screen[0], from[1]] : [from[0], screen[1]];
}
