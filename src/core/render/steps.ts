import { type PlaneStep, type RasterStep, chained } from "../course";
import { evenStep, localLightStep, maskStep, outputStep, toneStep } from "../finish";
import type { Rect, Size } from "../geometry";
import { lensStep } from "../lens";
import { attitudeStep } from "../lines";
import { proportionStep } from "../shape/proportion";
import { type BendModel, bendModel, stepOf } from "../shape/bend";
import type { SettledRecipe } from "./settled";
import { isByRays, viewStep } from "./view-step";

/**
 * Makes a course's step for a photo of `size`, pixels; null where it leaves everything where, or as, it is. @param moving asks for
 * a quick one, while something is dragged.
 */
export type StepOf = (recipe: SettledRecipe, size: Size, moving: boolean) => PlaneStep | null;
/** What a step on pixels may know beside the recipe: all plane steps as one, the pixels made of one of the plane, and the frame on it. */
export interface Finished {
  readonly plane: PlaneStep;
  readonly scale: number;
  readonly frame: Rect;
}
export type RasterStepOf = (recipe: SettledRecipe, size: Size, finished: Finished) => RasterStep | null;

/** The courses' steps. */
export interface Steps {
  /** From the recorded picture to the corrected plane. */
  readonly plane: readonly StepOf[];
  /** On the corrected plane, in the order in which they run. */
  readonly raster: readonly RasterStepOf[];
}

/** From the recorded picture to the corrected camera's: by its rays in one step, or plane by plane. */
const BEFORE_PROPORTION: readonly StepOf[] = [
  (recipe, size) => (isByRays(recipe) ? viewStep(recipe, size) : lensStep(recipe, size)),
  (recipe) => (isByRays(recipe) ? null : attitudeStep(recipe)),
];

/** What places are moved by before shape's marks. */
const BEFORE_SHAPE: readonly StepOf[] = [...BEFORE_PROPORTION, proportionStep];

/** What the steps before shape depend on, as one text. */
const below = ({ camera, lens, attitude, proportion: { on, height, keeps } }: SettledRecipe): string =>
  JSON.stringify([camera, lens, attitude, on, height, keeps]);

/** The recipe's shape as it is solved; null where nothing is marked that moves anything. */
export const bendOf = (recipe: SettledRecipe, size: Size, moving = false): BendModel | null =>
  recipe.shape === undefined
    ? null
    : bendModel(recipe, size, () => chainOf(recipe, size, { plane: BEFORE_SHAPE, raster: [] }), below(recipe), moving);

function bendStep(recipe: SettledRecipe, size: Size, moving: boolean): PlaneStep | null {
  const model = bendOf(recipe, size, moving);
  return model && stepOf(model);
}

/** The product's own. To add a course's, add it here. */
export const STEPS: Steps = {
  plane: [...BEFORE_SHAPE, bendStep],
  raster: [
    // What looks furthest comes first: then little of what the others make is made twice.
    (recipe, _, { scale }) => localLightStep(recipe, scale),
    (recipe, _, { plane, scale, frame }) => maskStep(recipe, { forward: plane.forward, made: scale, frame }),
    (recipe, _, { plane }) => evenStep(recipe, plane),
    toneStep,
    (recipe, _, { scale }) => outputStep(recipe, scale),
  ],
};

/** All plane steps as one: recorded picture ↔ corrected plane. @param moving quicker, while something is dragged. */
export const chainOf = (recipe: SettledRecipe, size: Size, { plane }: Steps = STEPS, moving = false): PlaneStep =>
  chained(plane.map((step) => step(recipe, size, moving)).filter((step) => step !== null));

export const rasterStepsOf = (
  recipe: SettledRecipe,
  size: Size,
  finished: Finished,
  { raster }: Steps = STEPS,
): RasterStep[] => raster.map((step) => step(recipe, size, finished)).filter((step) => step !== null);
