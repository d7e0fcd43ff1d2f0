import type { Vec2 } from "../../geometry";

/** The straight line through places: what is left is across it (Pearson (1901), "On lines and planes of closest fit"). */
export interface StraightLine {
  readonly middle: Vec2;
  /** Of length 1. */
  readonly along: Vec2;
  readonly across: Vec2;
}

export function straightThrough(places: readonly Vec2[]): StraightLine {
  const n = places.length;
  const middle: Vec2 = [places.reduce((s, p) => s + p[0], 0) / n, places.reduce((s, p) => s + p[1], 0) / n];
  let [xx, xy, yy] = [0, 0, 0];
  for (const [x, y] of places) {
    xx += (x - middle[0]) ** 2;
    xy += (x - middle[0]) * (y - middle[1]);
    yy += (y - middle[1]) ** 2;
  }
  const turn = Math.atan2(2 * xy, xx - yy) / 2;
  const along: Vec2 = [Math.cos(turn), Math.sin(turn)];
  return { middle, along, across: [-along[1], along[0]] };
}

/** How far a place lies across a line, pixels. */
export const acrossOf = (line: StraightLine, p: Vec2): number =>
  line.across[0] * (p[0] - line.middle[0]) + line.across[1] * (p[1] - line.middle[1]);

/** How far a place lies along a line from its middle, pixels. */
export const alongOf = ({ middle, along }: StraightLine, [x, y]: Vec2): number =>
  along[0] * (x - middle[0]) + along[1] * (y - middle[1]);

/** The line that a lock asks for through the middle of places. */
export const locked = (lock: "vertical" | "horizontal", { middle }: StraightLine): StraightLine =>
  lock === "vertical" ? { middle, along: [0, 1], across: [1, 0] } : { middle, along: [1, 0], across: [0, 1] };
