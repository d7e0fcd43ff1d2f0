import { type Vec2, distance2 } from "../../geometry";
import type { BendModel } from "./bend-model";
import { bowOf } from "./placed-edges";

/** A straight edge of the photo that a shape's marks bend all the same. */
export interface BowedEdge {
  /** Its number among the recipe's edges. */
  readonly number: number;
  /** How far it bows afterwards, pixels. */
  readonly bowPx: number;
  /** Its middle, pixels of the plane after shape. */
  readonly at: Vec2;
  /** The taut line that is nearest to it: to be eased; null where there is none. */
  readonly nearest: string | null;
}

/** Edges shorter than this share of the picture's diagonal are not looked at: nobody sees them bow. */
const LONG = 0.05;
/** An edge that bows by no more than this share of its length, or by no more than a pixel, is straight. */
const STRAIGHT = { share: 0.001, px: 1 } as const;

/** The edges that bow, the worst first. @param unit the picture's diagonal, pixels. */
export function bowedEdges({ edges, tauts, warp }: BendModel, unit: number): BowedEdge[] {
  const forward = (p: Vec2): Vec2 => warp.forward(p);
  return edges
    .filter((e) => e.length > LONG * unit)
    .flatMap((edge): BowedEdge[] => {
      const bowPx = bowOf(edge, forward);
      if (bowPx <= Math.max(STRAIGHT.px, STRAIGHT.share * edge.length)) return [];
      const [[ax, ay], [bx, by]] = edge.ends;
      const middle: Vec2 = [(ax + bx) / 2, (ay + by) / 2];
      let [nearest, near] = [null as string | null, Infinity];
      for (const { mark, places } of tauts)
        for (const p of places) {
          const far = distance2(p, middle);
          if (far < near) [nearest, near] = [mark.id, far];
        }
      return [{ number: edge.number, bowPx, at: forward(middle), nearest }];
    })
    .sort((a, b) => b.bowPx - a.bowPx);
}
