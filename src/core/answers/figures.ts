import type { Size } from "../geometry";
import type { OwnProposal } from "../own-edges";
import type { Recipe } from "../recipe";
import { compile, withCamera } from "../render";
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

/** Plumbs and sills that were drawn, where the picture's own edges are not known. */
const linesSeen = ({ lines }: Recipe): SeenEdge[] =>
  lines.flatMap(({ kind, points, on }): SeenEdge[] => {
    const [a, b] = [points[0]!, points[points.length - 1]!];
    return kind === "taut" || !on ? [] : [{ kind, ends: [a, b], weight: Math.hypot(a[0] - b[0], a[1] - b[1]) }];
  });

/**
 * What a recipe makes of a photo.
 *
 * @param size of the original, pixels. @param proposal what its own edges say; null: not known, then drawn lines tell what is out of true.
 */
export function figuresOf(recipe: Recipe, size: Size, proposal: OwnProposal | null): Figures {
  const map = compile(withCamera(recipe, size), size);
  const edges = proposal ? edgesSeen(proposal) : linesSeen(recipe);
  const { stretch, empty } = overFrame(map, map.rect, () => 1);
  return {
    outOfTrue: edges.length > 0 ? outOfTrueOn(edges, map.fromRecorded) : null,
    stretch,
    kept: map.kept,
    // A frame found clean has no gap, though its border lies on the photo's.
    madeUp: recipe.frame.rule === "clean" ? 0 : empty,
  };
}
