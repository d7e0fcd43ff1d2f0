import type { Size } from "../geometry";
import type { OwnProposal } from "../own-edges";
import type { Recipe } from "../recipe";
import { compile, solveRecipe, withCamera } from "../render";
import { overFrame } from "./cost";
import { type SeenEdge, edgesSeen, outOfTrueOn } from "./seen";

/** What a corrected photo comes to, in numbers that photos are compared by. */
export interface Figures {
  /** Mean angle by which edges that a person sees are out of true, degrees; null where no edge is known. */
  readonly outOfTrue: number | null;
  /** Greatest stretch in the frame, times. */
  readonly stretch: number;
  /** Share of the photo's area that the frame keeps, 0…1. */
  readonly kept: number;
  /** Share of the frame that the photo does not cover, 0…1. */
  readonly madeUp: number;
}

/** Where the picture's own edges are not known: the plumbs that were drawn, and the sills of the wall that is turned face-on. Those of others run away from the camera, and slope. */
function linesSeen(recipe: Recipe, size: Size): SeenEdge[] {
  const { solution } = solveRecipe(withCamera(recipe, size), size, true);
  const facing =
    solution.status === "solved" && solution.face.wall !== null ? solution.walls[solution.face.wall] : null;
  return recipe.lines.flatMap(({ id, kind, points, on }): SeenEdge[] => {
    if (!on || kind === "taut" || (kind === "sill" && !facing?.lines.includes(id))) return [];
    const [a, b] = [points[0]!, points[points.length - 1]!];
    return [{ kind, ends: [a, b], weight: Math.hypot(a[0] - b[0], a[1] - b[1]) }];
  });
}

/**
 * What a recipe makes of a photo.
 *
 * @param size of the original, pixels. @param proposal what its own edges say; null: not known, then drawn lines tell what is out of true.
 */
export function figuresOf(recipe: Recipe, size: Size, proposal: OwnProposal | null): Figures {
  const map = compile(withCamera(recipe, size), size);
  const edges = proposal ? edgesSeen(proposal) : linesSeen(recipe, size);
  const { stretch, empty } = overFrame(map, map.rect, () => 1);
  return {
    outOfTrue: edges.length > 0 ? outOfTrueOn(edges, map.fromRecorded) : null,
    stretch,
    kept: map.kept,
    // A frame found clean has no gap, though its border lies on the photo's.
    madeUp: recipe.frame.rule === "clean" ? 0 : empty,
  };
}
