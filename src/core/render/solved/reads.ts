import type { Recipe } from "../../recipe";
import { isFree } from "./settled";

/**
 * All of a recipe that something kept in it was found from. Edits keep what they leave alone, so where all of it is the very same,
 * so is what was found; steps of the chain declare theirs themselves (PlaneStepMaker.inputs).
 */
export type Reads = (recipe: Recipe) => readonly unknown[];

/** How places were recorded. */
const optics: Reads = ({ camera, lens }) => [camera, lens];

/** The attitude that lines tell, and the focal length with it. Where nothing else tells that, known measures may. */
export const ATTITUDE_READS: Reads = (recipe) => [
  ...optics(recipe),
  recipe.lines,
  recipe.faces,
  recipe.attitude.from,
  recipe.attitude.face,
  recipe.attitude.trim,
  isFree(recipe) && recipe.proportion.measures,
];

/** Where the building lies on the plane, before anything is bent; so, too, what measures tell of height and scale. */
export const PLACE_READS: Reads = (recipe) => [...optics(recipe), recipe.attitude, recipe.proportion];

/** Where planes and things of the building lie, as fills are told. */
export const BUILDING_READS: Reads = (recipe) => [
  ...optics(recipe),
  recipe.lines,
  recipe.faces,
  recipe.attitude,
  recipe.proportion.measures,
];

/** Whether two recipes have the very same of what is read. */
export function readAlike(reads: Reads, a: Recipe, b: Recipe): boolean {
  const [of, and] = [reads(a), reads(b)];
  return of.every((value, i) => value === and[i]);
}
