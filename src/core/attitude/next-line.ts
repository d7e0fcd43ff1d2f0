import { type Intrinsics, downInCamera } from "../camera";
import type { Size, Vec2 } from "../geometry";
import type { Lens } from "../lens";
import type { LineInput } from "./line-model";
import { type LineSolution, solveLines } from "./solve-lines";

/** Where one more plumb would tell most, and what the angles would then be certain to. */
export interface NextLine {
  /** Recorded ends, pixels. */
  readonly ends: readonly [Vec2, Vec2];
  readonly what: "pitch" | "roll";
  /** Standard deviation of that angle now and with the line, degrees. */
  readonly now: number;
  readonly then: number;
}

/** Places tried, as shares of the picture. */
const ACROSS = [0.06, 0.3, 0.5, 0.7, 0.94];
const DOWN = [0.3, 0.7];
/** Length of the line tried, as a share of the picture's height. */
const LENGTH = 0.4;
/** Angles known better than this need no help, degrees. */
const GOOD_ENOUGH = 0.05;
/** A line that gains less than this share is not worth drawing. */
const LEAST_GAIN = 0.25;

/** The plumb that would steady pitch and roll most, of a few tried all over the picture; null where none is needed or none helps. */
export function nextLine(
  camera: Intrinsics,
  lens: Lens,
  size: Size,
  inputs: readonly LineInput[],
  solution: LineSolution,
): NextLine | null {
  const { pitch, roll } = solution.sigma;
  if (solution.status !== "solved" || pitch === null || roll === null) return null;
  const what = pitch >= roll ? "pitch" : "roll";
  const now = Math.max(pitch, roll);
  if (now < GOOD_ENOUGH) return null;
  const [dx, dy, dz] = downInCamera(solution.attitude);
  let best: NextLine | null = null;
  for (const x of ACROSS)
    for (const y of DOWN) {
      const middle: Vec2 = [x * size[0], y * size[1]];
      // Towards the vertical's vanishing point.
      const v: Vec2 = [
        camera.focalPx * dx + (camera.principal[0] - middle[0]) * dz,
        camera.focalPx * dy + (camera.principal[1] - middle[1]) * dz,
      ];
      const half = (LENGTH * size[1]) / 2 / Math.hypot(...v);
      const ideal = [-half, half].map((t): Vec2 => [middle[0] + t * v[0], middle[1] + t * v[1]]);
      const ends = ideal.map((p) => lens.distort(p)) as [Vec2, Vec2];
      if (ends.some(([ex, ey]) => ex < 0 || ey < 0 || ex > size[0] || ey > size[1])) continue;
      const more = solveLines(camera, lens, [...inputs, { id: "next", kind: "plumb", ends }], { face: "none" });
      if (more.status !== "solved") continue;
      const then = Math.max(more.sigma.pitch!, more.sigma.roll!);
      if (!best || then < best.then) best = { ends, what, now, then };
    }
  return best && best.then < (1 - LEAST_GAIN) * now ? best : null;
}
