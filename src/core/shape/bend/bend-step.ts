import { type Break, FAR_INSIDE, type PlaneStep } from "../../course";
import type { Size } from "../../geometry";
import { type FoundBend, type BendModel, type BendRecipe, solveBend } from "./bend-model";
import { movesAnything } from "./bend-settings";

/** Last solved shapes are kept by their settings: other edits compile the same shape again and again. */
const kept = new WeakMap<object, { readonly key: readonly unknown[]; readonly model: BendModel | null }[]>();
const MOST_KEPT = 4;
/** What other processes found shapes at rest to be. */
const handed = new WeakMap<object, FoundBend>();

/** Keeps what another process has found the very same shape, of the very same recipe and photo, to be. */
export const handOver = (shape: object, found: FoundBend): void => void handed.set(shape, found);

/**
 * The shape of a recipe, solved once for the same settings, the same steps beneath and the same size.
 *
 * @param inner the steps beneath, as one. @param below what they depend on, as one text.
 */
export function bendModel(
  recipe: BendRecipe,
  size: Size,
  inner: () => PlaneStep,
  below: string,
  moving: boolean,
): BendModel | null {
  if (!movesAnything(recipe.shape)) return null;
  const key = [below, recipe.frame.detail, size[0], size[1], moving];
  const solved = kept.get(recipe.shape) ?? [];
  const found = solved.find((s) => s.key.length === key.length && s.key.every((v, i) => v === key[i]));
  if (found) return found.model;
  const model = solveBend(recipe, size, inner(), moving, moving ? null : (handed.get(recipe.shape) ?? null));
  kept.set(recipe.shape, [{ key, model }, ...solved].slice(0, MOST_KEPT));
  return model;
}

/** A solved shape as a step of the chain; creases run along the edges of faces. */
export function stepOf({ warp, faces }: BendModel): PlaneStep {
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
