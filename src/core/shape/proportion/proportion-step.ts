import { type PlaneStep, homographyStep } from "../../course";
import { type ProportionSettings, factorsOf } from "./recipe-part";

/** As much of a settled recipe as the proportion takes. */
export interface ProportionRecipe {
  readonly camera: { readonly principal: readonly [number, number] };
  readonly proportion: ProportionSettings;
}

/** Heights (and widths, see factorsOf) multiplied about the principal point; null where that is switched off. */
export function proportionStep({ camera, proportion }: ProportionRecipe): PlaneStep | null {
  if (!proportion.on) return null;
  const [x, y] = factorsOf(proportion);
  const [cx, cy] = camera.principal;
  return homographyStep([x, 0, cx * (1 - x), 0, y, cy * (1 - y), 0, 0, 1]);
}
