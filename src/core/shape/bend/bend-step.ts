import { type Beneath, type Break, FAR_INSIDE, type PlaneStep } from "../../course";
import type { Size } from "../../geometry";
import { LastUsed } from "../../numerics";
import { type FoundBend, type BendModel, type BendRecipe, solveBend } from "./bend-model";
import { movesAnything } from "./bend-settings";

/** The last solved are kept by all that they depend on: other edits compile the same marks again and again. */
const MOST_KEPT = 4;
const kept = new LastUsed<BendModel | null>(MOST_KEPT);
/** What other processes found marks at rest to come to. */
const handed = new LastUsed<FoundBend>(MOST_KEPT);

/** Keeps what another process has found marks of the same `key` to come to; see bendKey. */
export function handOver(key: string, found: FoundBend): void {
  handed.keep(key, found);
  kept.drop(key);
}

/** All that solved marks depend on, as one text. */
export const bendKey = (recipe: BendRecipe, size: Size, beneath: Beneath): string =>
  JSON.stringify([beneath.key(), recipe.camera, recipe.shape, recipe.frame.detail, size]);

/** The marks of a recipe, solved once for the same of all that they depend on. @param moving coarser and quicker. */
export function bendModel(recipe: BendRecipe, size: Size, beneath: Beneath, moving: boolean): BendModel | null {
  if (!movesAnything(recipe.shape)) return null;
  const key = bendKey(recipe, size, beneath);
  const found = kept.of(moving ? `moving ${key}` : key);
  if (found !== undefined) return found;
  const model = solveBend(recipe, size, beneath.chain(), moving, moving ? null : (handed.of(key) ?? null));
  kept.keep(moving ? `moving ${key}` : key, model);
  return model;
}

/** Solved marks as a step of the chain; creases run along the edges of faces. */
export function bendStep({ warp, faces }: BendModel): PlaneStep {
  const breaks = faces.flatMap((_, f) => {
    const { to } = warp.patches[f]!;
    return to.map((corner, side): Break => [corner, to[(side + 1) % 4]!]);
  });
  return {
    forward: (p) => warp.forward(p),
    back: (x, y, out) => {
      warp.back(x, y, out);
      out[2] = FAR_INSIDE;
    },
    outline: (polygon) => polygon.map((p) => warp.forward(p)),
    ...(breaks.length > 0 ? { breaks } : {}),
  };
}
