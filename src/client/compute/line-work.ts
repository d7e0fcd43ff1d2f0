import { groupSegments } from "@/core/attitude";
import type { FoundLines } from "@/core/edits";
import type { Size, Vec2 } from "@/core/geometry";
import { type Luminance, type StraightEdge, cling, findSegments, lengthen, quadEdges, roundEdge } from "@/core/lines";
import type { SettledRecipe } from "@/core/render";
import { scaledCamera } from "./scaled";

/** What the work on lines needs: part of a preview, its scale, and the recipe with the original's size. */
export interface LineWork {
  readonly image: Luminance;
  readonly scale: number;
  readonly recipe: SettledRecipe;
  readonly size: Size;
}

type Ends = readonly [Vec2, Vec2];
const times = ([a, b]: Ends, by: number): [Vec2, Vec2] => [
  [a[0] * by, a[1] * by],
  [b[0] * by, b[1] * by],
];

/** A stroke settled on the edge under it, or null; ends and deviation in pixels of the original. */
export function clingTo({ image, scale, recipe, size }: LineWork, ends: Ends, reach: number): StraightEdge | null {
  const { lens } = scaledCamera(recipe, size, scale);
  const edge = cling(image, lens, times(ends, scale), reach);
  return edge && { ...edge, ends: times(edge.ends, 1 / scale), sigmaPx: edge.sigmaPx / scale };
}

/** A line lengthened along its edge to where that ends. */
export function lengthened({ image, scale, recipe, size }: LineWork, ends: Ends): Ends {
  const { lens, size: shrunk } = scaledCamera(recipe, size, scale);
  return times(lengthen(image, lens, times(ends, scale), shrunk), 1 / scale);
}

/** All lines of a photo, by direction. */
export function findLines({ image, scale, recipe, size }: LineWork): FoundLines {
  const { camera, lens } = scaledCamera(recipe, size, scale);
  const segments = findSegments(image, lens);
  const { groups, told } = groupSegments(camera, lens, segments);
  return {
    segments: segments.map((s) => ({ points: times(s.points, 1 / scale), sigmaPx: s.sigmaPx / scale })),
    groups,
    told,
  };
}

/** A measure's marks settled on the edges under them: four corners, or a way around; null where there are none. */
export function settledMarks(
  { image, scale, recipe, size }: LineWork,
  kind: "corners" | "round",
  points: readonly Vec2[],
  reach: number,
): Vec2[] | null {
  const { lens } = scaledCamera(recipe, size, scale);
  const by = (all: readonly Vec2[], factor: number): Vec2[] => all.map(([x, y]) => [x * factor, y * factor]);
  const small = by(points, scale);
  const settled = kind === "round" ? roundEdge(image, small, reach) : quadEdges(image, lens, small, reach);
  return settled && by(settled, 1 / scale);
}
