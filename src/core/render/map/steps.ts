import {
  type Beneath,
  type Finished,
  type PlaneStep,
  type PlaneStepMaker,
  type RasterStep,
  type RasterStepMaker,
  chained,
} from "../../course";
import type { Size } from "../../geometry";
import { COURSES } from "../../recipe";
import { BEND, type BendModel, bendKey, bendModel } from "../../shape";
import type { SettledRecipe } from "../solved/settled";

/** The courses' steps. */
export interface Steps {
  /** From the recorded picture to the corrected plane. */
  readonly plane: readonly PlaneStepMaker<SettledRecipe>[];
  /** On the corrected plane, in the order in which they run. */
  readonly raster: readonly RasterStepMaker<SettledRecipe>[];
}

interface Makers {
  readonly plane?: Steps["plane"];
  readonly raster?: Steps["raster"];
}

/** The steps of courses, in their order. */
export const stepsOf = (parts: readonly Makers[]): Steps => ({
  plane: parts.flatMap(({ plane = [] }) => plane),
  raster: parts.flatMap(({ raster = [] }) => raster),
});

/** The product's own. */
export const STEPS: Steps = stepsOf(COURSES);

/** What a recipe's plane steps depend on, all of them or those before one. */
export const planeInputs = (recipe: SettledRecipe, plane: Steps["plane"] = STEPS.plane): readonly unknown[] =>
  plane.map(({ inputs }) => inputs(recipe));

/** The steps that are made: those from the last one on that stands for all beneath it. */
function madeBy(recipe: SettledRecipe, size: Size, plane: Steps["plane"], moving: boolean): PlaneStep[] {
  const first = Math.max(
    0,
    plane.findLastIndex(({ standsForAll }) => standsForAll?.(recipe)),
  );
  const made: PlaneStep[] = [];
  plane.slice(first).forEach(({ make }, i) => {
    const step = make(recipe, size, beneathOf(recipe, size, plane, first + i, [...made]), moving);
    if (step) made.push(step);
  });
  return made;
}

/** What lies beneath the step of a number. @param made the steps there, where they have been made already. */
const beneathOf = (
  recipe: SettledRecipe,
  size: Size,
  plane: Steps["plane"],
  number: number,
  made?: readonly PlaneStep[],
): Beneath => ({
  chain: () => chained(made ?? madeBy(recipe, size, plane.slice(0, number), false)),
  key: () => JSON.stringify(planeInputs(recipe, plane.slice(0, number))),
});

const beneathBend = (recipe: SettledRecipe, size: Size): Beneath =>
  beneathOf(recipe, size, STEPS.plane, (STEPS.plane as readonly unknown[]).indexOf(BEND));

/** A recipe's bend as it is solved; null where nothing is marked that moves anything. */
export const bendOf = (recipe: SettledRecipe, size: Size, moving = false): BendModel | null =>
  recipe.shape === undefined ? null : bendModel(recipe, size, beneathBend(recipe, size), moving);

/** What a recipe's solved bend depends on, as one text: its name where it is handed to other processes. */
export const bendKeyOf = (recipe: SettledRecipe, size: Size): string =>
  bendKey(recipe, size, beneathBend(recipe, size));

/** All plane steps as one: recorded picture ↔ corrected plane. @param moving quicker, while something is dragged. */
export const chainOf = (recipe: SettledRecipe, size: Size, { plane }: Steps = STEPS, moving = false): PlaneStep =>
  chained(madeBy(recipe, size, plane, moving));

export const rasterStepsOf = (
  recipe: SettledRecipe,
  size: Size,
  finished: Finished,
  { raster }: Steps = STEPS,
): RasterStep[] => raster.map((step) => step(recipe, size, finished)).filter((step) => step !== null);
