import type { Rect } from "../../geometry";
import type { SettledRecipe } from "../settled";

/** Changes whenever the same recipe would be filled otherwise than before. */
const WAY = 1;

/**
 * What the fill of a recipe's gaps depends on, as one text: two recipes of one photo with the same text are filled the same.
 *
 * @param frame as it is shown, pixels of the plane.
 */
export function fillDependsOn(
  { camera, lens, lines, faces, attitude, proportion, frame, edges }: SettledRecipe,
  shown: Rect,
): string {
  const { turn, mirror, keep } = frame;
  return JSON.stringify([WAY, camera, lens, lines, faces, attitude, proportion, { turn, mirror, keep, shown }, edges]);
}
