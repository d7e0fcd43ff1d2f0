import type { Vec2 } from "../geometry";
import type { Edit } from "./edit";

/** Marks a spot that must stay inside the clean frame. @param at pixels of the original. */
export const addKeepMark = (id: string, at: Vec2): Edit => ({
  label: "Keep mark",
  apply: (recipe) => ({
    ...recipe,
    frame: { ...recipe.frame, keep: [...recipe.frame.keep, { id, at: [at[0], at[1]] }] },
  }),
});

/** Moves a keep mark to a place, pixels of the original. */
export const moveKeepMark = (id: string, at: Vec2): Edit => ({
  label: "Move a keep mark",
  apply: (recipe) => {
    if (!recipe.frame.keep.some((mark) => mark.id === id)) return recipe;
    const keep = recipe.frame.keep.map((mark) =>
      mark.id === id ? { ...mark, at: [at[0], at[1]] as [number, number] } : mark,
    );
    return { ...recipe, frame: { ...recipe.frame, keep } };
  },
});

export const deleteKeepMark = (id: string): Edit => ({
  label: "Delete a keep mark",
  apply: (recipe) => {
    const keep = recipe.frame.keep.filter((mark) => mark.id !== id);
    return keep.length === recipe.frame.keep.length ? recipe : { ...recipe, frame: { ...recipe.frame, keep } };
  },
});
