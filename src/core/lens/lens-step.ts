import { FAR_INSIDE, type PlaneStep } from "../course";
import type { Size } from "../geometry";
import type { Lens } from "./lens";
import { makeLens } from "./make-lens";
import type { LensSettings } from "./recipe-part";

/** As much of a settled recipe as the lens takes: its settings, the centre known, and the focal length, pixels. */
export interface LensRecipe {
  readonly lens: LensSettings & { readonly centre: readonly [number, number] };
  readonly camera: { readonly focalPx: number; readonly principal: readonly [number, number] };
}

/** The lens of a recipe, ready for a photo of `size`, pixels; one that changes nothing where it is switched off. */
export const lensFor = ({ lens, camera }: LensRecipe, size: Size): Lens =>
  makeLens(size, lens.on ? { ...lens, ...camera } : null);

/** A place that comes back within this is the same, pixels. */
const SAME_PLACE = 0.5;

/** Recorded ↔ ideal pixels; null where the lens changes nothing. */
export function lensStep(recipe: LensRecipe, size: Size): PlaneStep | null {
  const lens = lensFor(recipe, size);
  if (lens.straight) return null;
  return {
    // Beyond where a lens folds, or as wide as no flat picture has room for, there is no place that it was recorded from.
    forward: (p) => {
      const at = lens.undistort(p);
      const [x, y] = lens.distort(at);
      return Math.abs(x - p[0]) + Math.abs(y - p[1]) < SAME_PLACE ? at : null;
    },
    back: (x, y, out) => {
      const [rx, ry] = lens.distort([x, y]);
      out[0] = rx;
      out[1] = ry;
      out[2] = Math.min(FAR_INSIDE, lens.margin([x, y]));
    },
    outline: (polygon) => polygon.map((p) => lens.undistort(p)),
  };
}
