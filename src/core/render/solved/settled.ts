import type { LineInput } from "../../attitude";
import { type FocalMetadata, centreOf, focalFromMetadata } from "../../camera";
import type { Size, Vec2 } from "../../geometry";
import { type Lens, isStitched, lensFor } from "../../lens";
import { type Recipe, endsOf, faceLines } from "../../recipe";

/** A recipe in which everything the photo or the default can tell has been filled in. */
export interface SettledRecipe extends Recipe {
  readonly camera: Recipe["camera"] & { focalPx: number; principal: [number, number] };
  readonly lens: Recipe["lens"] & { centre: [number, number] };
}

const pair = (v: Vec2): [number, number] => [v[0], v[1]];

/** Focal length, principal point and distortion centre filled in for a photo of `size`, pixels. */
export function withCamera(recipe: Recipe, size: Size, meta: FocalMetadata = {}): SettledRecipe {
  const focal =
    recipe.camera.focalPx === null
      ? focalFromMetadata(size, meta)
      : { focalPx: recipe.camera.focalPx, focalFrom: recipe.camera.focalFrom };
  const centre = recipe.lens.centre ?? pair(centreOf(size));
  // The axis of a stitched picture is where its cylinder or sphere says; a lens's may lie beside its distortion's middle.
  const axis = isStitched(recipe.lens.model) ? centre : pair(centreOf(size));
  return {
    ...recipe,
    camera: { ...focal, principal: recipe.camera.principal ?? axis },
    lens: { ...recipe.lens, centre },
  };
}

/** The lens of a settled recipe, ready for a photo of `size`. */
export const lensOf = (recipe: SettledRecipe, size: Size): Lens => lensFor(recipe, size);

/** The lines that a recipe's attitude is solved from: its plumbs and sills, and the sides of its faces, that are switched on. */
export function linesOf(recipe: Pick<Recipe, "lines" | "faces">): LineInput[] {
  const drawn = recipe.lines.flatMap((line): LineInput[] =>
    line.on && line.kind !== "taut"
      ? [{ id: line.id, kind: line.kind, ends: endsOf(line), sigmaPx: line.sigma ?? null, wall: line.wall ?? null }]
      : [],
  );
  return [...drawn, ...recipe.faces.filter((f) => f.on).flatMap(faceLines)];
}

/**
 * Whether the focal length may be solved for: nobody has said it, nor was it measured along with the lens, nor does it tell how a
 * picture was stitched.
 */
export const isFree = ({ camera, lens }: Recipe): boolean =>
  !isStitched(lens.model) &&
  (camera.focalFrom === "assumed" || (camera.focalFrom === "solved" && lens.from !== "own-edges"));
