import type { LineSolution } from "../attitude";
import type { Attitude, Intrinsics } from "../camera";
import type { Lens } from "../lens";
import {
  type MeasuredProportion,
  type MeasuredView,
  type ProportionSettings,
  factorsOf,
  measuresOf,
  solveMeasures,
} from "../shape/proportion";

/** As much of a settled recipe as its measures take. */
export interface MeasuredRecipe {
  readonly camera: Intrinsics;
  readonly attitude: Attitude;
  readonly proportion: ProportionSettings;
}

/** The walls that a recipe's measures may be on, and how they are seen. @param solution of its lines; null: set by hand. */
export function measuredView(recipe: MeasuredRecipe, lens: Lens, solution: LineSolution | null): MeasuredView {
  const { camera, attitude } = recipe;
  const walls = solution?.status === "solved" ? solution.walls.map((w) => w.heading) : [];
  const facing = solution?.face.wall ?? null;
  const first = facing === null ? [] : [walls[facing]!];
  const others = walls.filter((_, w) => w !== facing);
  const headings = walls.length === 0 ? [attitude.yaw] : [...first, ...others];
  const headingOf = (sill: string): number | null =>
    solution?.walls.find((w) => w.lines.includes(sill))?.heading ?? null;
  return { camera, lens, attitude, headings, headingOf };
}

/**
 * What a recipe's known measures tell under its attitude; null where it has none.
 *
 * @param solution of its lines, whose walls the measures may be on; null where the attitude is set by hand.
 * @param nameOf what a measure is called in messages; by its id unless told otherwise.
 */
export function measuredProportion(
  recipe: MeasuredRecipe,
  lens: Lens,
  solution: LineSolution | null,
  nameOf?: (id: string) => string,
): MeasuredProportion | null {
  const measures = measuresOf(recipe);
  if (measures.length === 0) return null;
  const told = solveMeasures(measuredView(recipe, lens, solution), measures, nameOf);
  // Pixels of the plane are as wide as the proportion leaves them, set by hand or told by the measures.
  const byHand = recipe.proportion.from === "by-hand";
  const height = byHand ? recipe.proportion.height : (told.height ?? recipe.proportion.height);
  const [across] = factorsOf({ ...recipe.proportion, height });
  return { ...told, perPixel: told.perPixel === null ? null : told.perPixel / across };
}
