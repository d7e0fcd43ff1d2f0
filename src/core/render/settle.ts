import { type LineMessage, type PlumbSolution, explainPlumbs, solvePlumbs } from "../attitude";
import { type FocalMetadata, LEVEL, centreOf, focalFromMetadata } from "../camera";
import type { Size, Vec2 } from "../geometry";
import { type Lens, makeLens } from "../lens";
import { type Recipe, activeLines, bubbleNames, endsOf } from "../recipe";

/** A recipe in which everything the photo or the default can tell has been filled in. */
export interface SettledRecipe extends Recipe {
  readonly camera: Recipe["camera"] & { focalPx: number; principal: [number, number] };
  readonly lens: Recipe["lens"] & { centre: [number, number] };
}

const pair = (v: Vec2): [number, number] => [v[0], v[1]];

/** Whether an attitude "from lines" has not been solved yet: all its angles are still exactly zero. */
const waiting = ({ from, pitch, yaw, roll }: Recipe["attitude"]): boolean =>
  from === "lines" && pitch === 0 && yaw === 0 && roll === 0;

/** Focal length, principal point and distortion centre filled in for a photo of `size`, pixels. */
export function withCamera(recipe: Recipe, size: Size, meta: FocalMetadata = {}): SettledRecipe {
  const focal =
    recipe.camera.focalPx === null
      ? focalFromMetadata(size, meta)
      : { focalPx: recipe.camera.focalPx, focalFrom: recipe.camera.focalFrom };
  return {
    ...recipe,
    camera: { ...focal, principal: recipe.camera.principal ?? pair(centreOf(size)) },
    lens: { ...recipe.lens, centre: recipe.lens.centre ?? pair(centreOf(size)) },
  };
}

/** The lens of a settled recipe, ready for a photo of `size`. */
export function lensOf(recipe: SettledRecipe, size: Size): Lens {
  return makeLens(size, recipe.lens.on ? { ...recipe.lens, focalPx: recipe.camera.focalPx } : null);
}

/** Pitch and roll from the recipe's plumbs that are switched on, with what to say about them. */
export function solveRecipe(recipe: SettledRecipe, size: Size): { solution: PlumbSolution; messages: LineMessage[] } {
  const plumbs = activeLines(recipe, "plumb").map((line) => ({ id: line.id, ends: endsOf(line) }));
  const solution = solvePlumbs(recipe.camera, lensOf(recipe, size), plumbs);
  const messages = explainPlumbs(solution, bubbleNames(recipe.lines));
  const sills = activeLines(recipe, "sill").map((l) => l.id);
  if (sills.length > 0)
    messages.push({ code: "sills-wait", text: "Sills are kept, but do not turn the picture yet.", lines: sills });
  return { solution, messages };
}

/** The recipe with its attitude solved anew from its lines; an attitude set by hand is left alone. */
export function withSolvedAttitude<R extends Recipe>(recipe: R, size: Size): R {
  if (recipe.attitude.from !== "lines") return recipe;
  const { solution } = solveRecipe(withCamera(recipe, size), size);
  const { pitch, yaw, roll } = solution.status === "solved" ? solution.attitude : LEVEL;
  return { ...recipe, attitude: { ...recipe.attitude, pitch, yaw, roll } };
}

/**
 * A recipe made ready to be compiled: camera filled in, and an attitude from lines that has not been
 * solved yet solved. A stored attitude is kept as it is, so that an old recipe gives its old picture.
 */
export function settle(recipe: Recipe, size: Size, meta: FocalMetadata = {}): SettledRecipe {
  const filled = withCamera(recipe, size, meta);
  return waiting(recipe.attitude) ? withSolvedAttitude(filled, size) : filled;
}
