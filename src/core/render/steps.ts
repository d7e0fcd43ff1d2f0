import { type PlaneStep, chained } from "../course";
import type { Size } from "../geometry";
import { lensStep } from "../lens";
import { attitudeStep } from "../lines";
import { proportionStep } from "../proportion";
import type { SettledRecipe } from "./settle";

/** Makes a course's step for a photo of `size`, pixels; null where it leaves everything where it is. */
export type StepOf = (recipe: SettledRecipe, size: Size) => PlaneStep | null;

/** The courses' steps from the recorded picture to the corrected plane. To add a course's, add it here. */
export const STEPS: readonly StepOf[] = [lensStep, attitudeStep, proportionStep];

/** All of them as one: recorded picture ↔ corrected plane. */
export const chainOf = (recipe: SettledRecipe, size: Size, steps: readonly StepOf[] = STEPS): PlaneStep =>
  chained(steps.map((step) => step(recipe, size)).filter((step) => step !== null));
