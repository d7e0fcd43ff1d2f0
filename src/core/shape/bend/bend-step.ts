import { LRUCache } from "lru-cache";
import { type Beneath, type Break, FAR_INSIDE, type PlaneStep } from "../../course";
import type { Size } from "../../geometry";
import { type FoundBend, type BendModel, type BendRecipe, solveBend } from "./bend-model";
import { movesAnything } from "./bend-settings";

/** The last solved are kept by all that they depend on: other edits compile the same marks again and again. */
const MOST_KEPT = 4;
const kept = new LRUCache<string, { readonly model: BendModel | null }>({ max: MOST_KEPT });
/** What other processes found marks at rest to come to. */
const handed = new LRUCache<string, FoundBend>({ max: MOST_KEPT });

/** Keeps what another process has found marks of the same `key` to come to; see bendKey. */
export function handOver(key: string, found: FoundBend): void {
  handed.set(key, found);
  kept.delete(key);
}

/** All that solved marks depend on, as one text. */
export const bendKey = (recipe: BendRecipe, size: Size, beneath: Beneath): string =>
  JSON.stringify([beneath.key(), recipe.camera, recipe.shape, recipe.frame.detail, size]);

/** The marks of a recipe, solved once for the same of all that they depend on. @param moving coarser and quicker. */
export function bendModel(recipe: BendRecipe, size: Size, beneath: Beneath, moving: boolean): BendModel | null {
  if (!movesAnything(recipe.shape)) return null;
  const key = bendKey(recipe, size, beneath);
  const name = moving ? `moving ${key}` : key;
  const found = kept.get(name);
  if (found) return found.model;
  const model = solveBend(recipe, size, beneath.chain(), moving, moving ? null : (handed.get(key) ?? null));
  kept.set(name, { model });
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
