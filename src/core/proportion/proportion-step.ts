import { type PlaneStep, homographyStep } from "../course";
import type { ProportionSettings } from "./recipe-part";

/** As much of a settled recipe as the proportion takes. */
export interface ProportionRecipe {
  readonly camera: { readonly principal: readonly [number, number] };
  readonly proportion: ProportionSettings;
}

/** Heights multiplied about the principal point; null where that is switched off. */
export function proportionStep({ camera, proportion }: ProportionRecipe): PlaneStep | null {
  if (!proportion.on) return null;
  const s = proportion.height;
  return homographyStep([1, 0, 0, 0, s, camera.principal[1] * (1 - s), 0, 0, 1]);
}
