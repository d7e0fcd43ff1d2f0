import type { Judgement } from "@/core/answers";
import { keepStraightEdges, weighDetail } from "@/core/edits";
import type { FrameDetail } from "@/core/frame";
import type { Size, Vec2 } from "@/core/geometry";
import type { StatedLayout } from "@/core/lens";
import type { OwnProposal } from "@/core/own-edges";
import type { Recipe } from "@/core/recipe";

/** What is known of the photo's own edges. */
export type OwnState =
  | { readonly state: "unlooked" | "looking" | "nothing" }
  /** The picture states that it was stitched: no one lens drew it. */
  | { readonly state: "stitched"; readonly projection: string; readonly layout: StatedLayout | null }
  | { readonly state: "found"; readonly proposal: OwnProposal; readonly judgement: Judgement; readonly left: boolean };

/** Straight edges that a photo shows, pixels of the original. */
export type StraightEdges = readonly { readonly points: readonly [Vec2, Vec2] }[];

/** What a photo was found to show. */
interface Shown {
  /** Its size, pixels. */
  readonly size: Size;
  readonly detail: FrameDetail | null;
  readonly straight: StraightEdges | null;
  readonly own: OwnState;
}

/**
 * The recipe with as much of what its photo was found to show as is kept with it. Straight edges come with a change of marks that bend:
 * those of an older recipe bend as they did.
 *
 * @param before the recipe that was changed.
 */
export function withShown(recipe: Recipe, before: Recipe, { detail, straight, own, size }: Shown): Recipe {
  const weighed = detail ? weighDetail(recipe, detail) : recipe;
  const edges = straight ?? (own.state === "found" ? own.proposal.segments : null);
  return edges && recipe.shape !== before.shape ? keepStraightEdges(weighed, edges, size) : weighed;
}
