import { type Words, tell } from "../../language";
import type { Recipe } from "../../recipe";
import type { Edit } from "../edit";

type Lens = Recipe["lens"];

const settles = ({ k, p, fringes, vignetting }: Lens): boolean =>
  [...k, ...p, ...fringes.red, ...fringes.blue, ...vignetting.v].some((v) => v !== 0);

/** Sets the lens by hand; what is changed then no longer comes from a profile or from traces alone. */
export const lensByHand = (label: Words, change: (lens: Lens) => Partial<Lens>): Edit => ({
  label,
  apply: (recipe) => {
    const lens = { ...recipe.lens, ...change(recipe.lens) };
    return { ...recipe, lens: { ...lens, from: settles(lens) ? "by-hand" : "none", profile: null } };
  },
});

/** Sets how much of the lens is taken out, or what else leaves it coming from where it comes from. */
export const lensKept = (label: Words, change: (lens: Lens) => Partial<Lens>): Edit => ({
  label,
  apply: (recipe) => ({ ...recipe, lens: { ...recipe.lens, ...change(recipe.lens) } }),
});

/** Says the focal length, pixels of the original, and where it is from. */
export const stateFocal = (
  focalPx: number,
  focalFrom: Recipe["camera"]["focalFrom"] = "stated",
  label = tell("State the focal length"),
): Edit => ({
  label,
  apply: (recipe) => ({ ...recipe, camera: { ...recipe.camera, focalPx, focalFrom } }),
});
