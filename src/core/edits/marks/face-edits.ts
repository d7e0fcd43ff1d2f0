import { tell } from "../../language";
import type { Vec2 } from "../../geometry";
import type { Face, Recipe } from "../../recipe";
import { fromLines } from "../settings/attitude-edits";
import type { Edit } from "../edit";

const withFace = (recipe: Recipe, id: string, change: (face: Face) => Face): Recipe => {
  const at = recipe.faces.findIndex((f) => f.id === id);
  return at < 0 ? recipe : { ...recipe, faces: recipe.faces.with(at, change(recipe.faces[at]!)) };
};

/**
 * Marks a face. Placed first and moved afterwards: it counts once its corners have been put where they belong.
 *
 * @param corners four, pixels of the original: top left, top right, bottom right, bottom left.
 */
export const addFace = (id: string, corners: readonly Vec2[]): Edit => ({
  label: tell("Mark a face"),
  apply: (recipe) => ({
    ...recipe,
    faces: [...recipe.faces, { id, corners: corners.map((c): [number, number] => [c[0], c[1]]), on: false }],
  }),
});

/** Moves a corner, pixels of the original; with the first move the face begins to count. */
export const moveCorner = (id: string, corner: number, to: Vec2): Edit => ({
  label: tell("Move a corner"),
  apply: (recipe) => {
    const moved = withFace(recipe, id, (face) => ({
      ...face,
      corners: face.corners.with(corner, [to[0], to[1]]),
      on: true,
    }));
    return moved === recipe ? recipe : { ...moved, attitude: fromLines(recipe.attitude) };
  },
});

export const switchFace = (id: string): Edit => ({
  label: tell("Switch a face on or off"),
  apply: (recipe) => withFace(recipe, id, (face) => ({ ...face, on: !face.on })),
});

export const deleteFace = (id: string): Edit => ({
  label: tell("Delete a face"),
  apply: (recipe) => ({ ...recipe, faces: recipe.faces.filter((f) => f.id !== id) }),
});
