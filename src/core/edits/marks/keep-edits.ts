import { tell } from "../../language";
import { type KeepMark, keepMarksOf } from "../../frame";
import type { Vec2 } from "../../geometry";
import type { Recipe } from "../../recipe";
import type { Edit } from "../edit";

/** The recipe with other keep marks; one without any has no such key. */
function withMarks(recipe: Recipe, keep: readonly KeepMark[]): Recipe {
  const { keep: before, ...frame } = recipe.frame;
  void before;
  return { ...recipe, frame: keep.length > 0 ? { ...frame, keep: [...keep] } : frame };
}

function moved({ id, at, to }: KeepMark, [x, y]: Vec2): KeepMark {
  return to ? { id, at: [x, y], to: [to[0] + x - at[0], to[1] + y - at[1]] } : { id, at: [x, y] };
}

/** Marks a spot that must stay inside the clean frame. @param at pixels of the original. */
export const addKeepMark = (id: string, at: Vec2): Edit => ({
  label: tell("Keep mark"),
  apply: (recipe) => withMarks(recipe, [...keepMarksOf(recipe), { id, at: [at[0], at[1]] }]),
});

/** Marks a small area that must stay inside, by two opposite corners, pixels of the original. */
export const addKeepArea = (id: string, at: Vec2, to: Vec2): Edit => ({
  label: tell("Keep area"),
  apply: (recipe) => withMarks(recipe, [...keepMarksOf(recipe), { id, at: [at[0], at[1]], to: [to[0], to[1]] }]),
});

/** Moves a keep mark to a place, pixels of the original; an area by its first corner. */
export const moveKeepMark = (id: string, at: Vec2): Edit => ({
  label: tell("Move a keep mark"),
  apply: (recipe) => {
    const marks = keepMarksOf(recipe);
    if (!marks.some((mark) => mark.id === id)) return recipe;
    return withMarks(
      recipe,
      marks.map((mark) => (mark.id === id ? moved(mark, at) : mark)),
    );
  },
});

export const deleteKeepMark = (id: string): Edit => ({
  label: tell("Delete a keep mark"),
  apply: (recipe) => {
    const left = keepMarksOf(recipe).filter((mark) => mark.id !== id);
    return left.length === keepMarksOf(recipe).length ? recipe : withMarks(recipe, left);
  },
});
