import type { Photo } from "@/client";
import { compute } from "@/client/compute";
import { luminanceOf } from "@/client/picture/pixels";
import { type Rect, type Size, type Vec2, bounds } from "@/core/geometry";
import type { Recipe } from "@/core/recipe";
import { withCamera } from "@/core/render";

/** Pixels about places that settling may look at. */
const MARGIN = 48;
/** A hand may be coarser than this, as a factor; settling looks no further aside for it. */
const MOST_REACH = 4;

/**
 * Places settled on the image edges under them: four corners by their sides, or a way around; null where there are no edges.
 *
 * @param reach pixels of the original to one on the screen. @throws Error where the picture cannot be looked at.
 */
export async function edgesUnder(
  photo: Photo,
  recipe: Recipe,
  size: Size,
  kind: "corners" | "round",
  points: readonly Vec2[],
  reach: number,
): Promise<Vec2[] | null> {
  const [x, y, w, h] = bounds(points);
  const area: Rect = [x - MARGIN, y - MARGIN, w + 2 * MARGIN, h + 2 * MARGIN];
  const { image, scale } = await luminanceOf(photo, area);
  const work = { image, scale, recipe: withCamera(recipe, size), size };
  return compute().settledMarks(work, kind, points, Math.min(MOST_REACH, reach));
}
