import { equivalentOf } from "../../camera";
import type { Size } from "../../geometry";
import { type Words, figure, tell } from "../../language";
import { measuresOf } from "../../shape/proportion";
import { focalOfShapes } from "./focal-by-measures";
import { FOCAL_SIGMA } from "./measured";
import type { SettledRecipe } from "./settled";

/** A focal length is contradicted beyond so many deviations. */
const CONTRADICTS = 3;

/**
 * That lines and measures together contradict the focal length that a person or metadata told, in words, and what it would
 * have to be; null where they do not, or cannot tell.
 */
export function focalContradicted(recipe: SettledRecipe, size: Size): Words | null {
  const { focalFrom, focalPx } = recipe.camera;
  if (focalFrom !== "stated" && focalFrom !== "metadata") return null;
  if (recipe.attitude.from !== "lines" || measuresOf(recipe).length === 0) return null;
  const told = focalOfShapes(recipe, size);
  if (!told) return null;
  const off = Math.abs(Math.log(told.focalPx / focalPx)) / Math.hypot(told.sigma, FOCAL_SIGMA[focalFrom]);
  if (off < CONTRADICTS) return null;
  const mm = (px: number): Words => figure(equivalentOf(size, px), 1);
  return tell(
    "Lines and measures contradict the focal length of {given} mm: they say {focal} mm ± {sigma} % (35 mm equivalent).",
    { given: mm(focalPx), focal: mm(told.focalPx), sigma: figure(100 * told.sigma, 1) },
  );
}
