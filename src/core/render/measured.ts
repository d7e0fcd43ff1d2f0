import type { LineSolution } from "../attitude";
import type { Attitude, Intrinsics } from "../camera";
import type { Lens } from "../lens";
import { type MeasuredProportion, type ProportionSettings, measuresOf, solveMeasures } from "../proportion";

/** As much of a settled recipe as its measures take. */
export interface MeasuredRecipe {
  readonly camera: Intrinsics;
  readonly attitude: Attitude;
  readonly proportion: ProportionSettings;
}

/**
 * What a recipe's known measures tell under its attitude; null where it has none.
 *
 * @param solution of its lines, whose walls the measures may be on; null where the attitude is set by hand.
 */
export function measuredProportion(
  recipe: MeasuredRecipe,
  lens: Lens,
  solution: LineSolution | null,
): MeasuredProportion | null {
  const measures = measuresOf(recipe);
  if (measures.length === 0) return null;
  const { camera, attitude } = recipe;
  const walls = solution?.status === "solved" ? solution.walls.map((w) => w.heading) : [];
  const facing = solution?.face.wall ?? null;
  const first = facing === null ? [] : [walls[facing]!];
  const others = walls.filter((_, w) => w !== facing);
  const headings = walls.length === 0 ? [attitude.yaw] : [...first, ...others];
  return solveMeasures({ camera, lens, attitude, headings }, measures);
}
