import { type PlaneStep, type RasterStep, chained } from "../course";
import type { Size } from "../geometry";
import { lensStep } from "../lens";
import { attitudeStep } from "../lines";
import { proportionStep } from "../proportion";
import type { SettledRecipe } from "./settled";

/** Makes a course's step for a photo of `size`, pixels; null where it leaves everything where, or as, it is. */
export type StepOf = (recipe: SettledRecipe, size: Size) => PlaneStep | null;
export type RasterStepOf = (recipe: SettledRecipe, size: Size) => RasterStep | null;

/** The courses' steps. */
export interface Steps {
  /** From the recorded picture to the corrected plane. */
  readonly plane: readonly StepOf[];
  /** On the corrected plane, in the order in which they run. */
  readonly raster: readonly RasterStepOf[];
}

/** The product's own. To add a course's, add it here. */
export const STEPS: Steps = { plane: [lensStep, attitudeStep, proportionStep], raster: [] };

/** All plane steps as one: recorded picture ↔ corrected plane. */
export const chainOf = (recipe: SettledRecipe, size: Size, { plane }: Steps = STEPS): PlaneStep =>
  chained(plane.map((step) => step(recipe, size)).filter((step) => step !== null));

export const rasterStepsOf = (recipe: SettledRecipe, size: Size, { raster }: Steps = STEPS): RasterStep[] =>
  raster.map((step) => step(recipe, size)).filter((step) => step !== null);
