import { type FinishSettings, NO_FINISH } from "../../finish";
import type { Recipe } from "../../recipe";

const same = (a: FinishSettings, b: FinishSettings): boolean => JSON.stringify(a) === JSON.stringify(b);

/** The recipe with other settings of Finish; where they say nothing it has no such key. */
export function withFinish(recipe: Recipe, change: (settings: FinishSettings) => FinishSettings): Recipe {
  const before = recipe.finish ?? NO_FINISH;
  const after = change(before);
  if (same(before, after)) return recipe;
  const { finish, ...rest } = recipe;
  void finish;
  return same(after, NO_FINISH) ? rest : { ...rest, finish: after };
}
