import { tell } from "../../language";
import { type Guide, MOST_GUIDES, type Recipe } from "../../recipe";
import type { Edit } from "../edit";

/** The recipe with other guides; one without any has no such key. */
function withGuides(recipe: Recipe, guides: readonly Guide[]): Recipe {
  const { guides: before, ...rest } = recipe;
  void before;
  return guides.length > 0 ? { ...rest, guides: [...guides] } : rest;
}

/** Lays a guide over the corrected picture; beyond a hundred there is no room for another. */
export const layGuide = (guide: Guide): Edit => ({
  label: tell("Lay a guide"),
  apply: (recipe) => {
    const { guides = [] } = recipe;
    return guides.length >= MOST_GUIDES ? recipe : withGuides(recipe, [...guides, guide]);
  },
});

/** @param at down or across, pixels of the corrected plane. */
export const moveGuide = (id: string, at: number): Edit => ({
  label: tell("Move a guide"),
  apply: (recipe) => {
    const { guides = [] } = recipe;
    if (!guides.some((g) => g.id === id && g.at !== at)) return recipe;
    return withGuides(
      recipe,
      guides.map((g) => (g.id === id ? { ...g, at } : g)),
    );
  },
});

export const takeGuideAway = (id: string): Edit => ({
  label: tell("Take a guide away"),
  apply: (recipe) => {
    const left = recipe.guides?.filter((g) => g.id !== id) ?? [];
    return left.length === (recipe.guides?.length ?? 0) ? recipe : withGuides(recipe, left);
  },
});

/** Takes all guides away. */
export const clearGuides: Edit = {
  label: tell("Take all guides away"),
  apply: (recipe) => (recipe.guides ? withGuides(recipe, []) : recipe),
};
