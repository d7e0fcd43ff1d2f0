import { moveStroke, placesOf } from "@/core/edits";
import { distanceToPath, onScreen } from "../../../marks/projection";
import { movedOnPlane } from "../../../tools/moved-on-plane";
import { type Grip, edit, select } from "../../../tools/tool";

/** Distance from a stroke's way at which it is taken hold of, CSS pixels. */
const REACH = 12;

/** A stroke, the topmost first: a press selects it, a pull moves it. */
export const holdStroke: Grip = ({ screen, plane: from }, { bench, projection }) => {
  if (bench.view !== "corrected") return null;
  const strokes = bench.recipe.edges.strokes ?? [];
  const held = [...strokes].reverse().find(({ points }) => {
    const path = points.map((p) => onScreen(projection, p)).filter((p) => p !== null);
    return path.length > 0 && distanceToPath(path, screen) < REACH;
  });
  if (!held) return null;
  return {
    keeps: "map",
    begins: [select(held.id)],
    move: ({ plane }) => {
      const points = movedOnPlane(projection, placesOf(held), [plane[0] - from[0], plane[1] - from[1]]);
      return points ? [edit(moveStroke(held.id, points))] : [];
    },
    up: () => [],
  };
};
