/** Made-up stitched pictures of three walls around a camera, for tests; nothing of the product imports this. */
import { rotationOf } from "../camera";
import { type Size, type Vec2, type Vec3, apply3, transpose3 } from "../geometry";
import { focalOfField, lensFor } from "../lens";
import { type Recipe, emptyRecipe } from "../recipe";
import { NO_BEND } from "../shape/bend";
import { type SettledRecipe } from "./solved/settled";

export const size: Size = [6000, 1800];
const out = new Float64Array(3);

/** A picture stitched onto a cylinder or a sphere that sees `field` degrees, by a camera that was not quite level. */
export function stitched(
  model: "cylindrical" | "equirectangular",
  field: number,
  { pitch, yaw, roll } = { pitch: 4, yaw: 3, roll: -2.5 },
  surface = 1,
): Recipe {
  const recipe = emptyRecipe();
  recipe.camera = { focalPx: focalOfField(model, field, size[0]), focalFrom: "stated", principal: null };
  recipe.lens.model = model;
  Object.assign(recipe.attitude, { from: "by-hand", pitch, yaw, roll });
  recipe.shape = { ...NO_BEND, surface };
  return recipe;
}

/** Where a point of the level world is recorded, pixels. */
export function seenAt(recipe: SettledRecipe, world: Vec3): Vec2 {
  const lens = lensFor(recipe, size);
  lens.wide!.recorded(apply3(transpose3(rotationOf(recipe.attitude)), world), out);
  return [out[0]!, out[1]!];
}

/** Three walls around the camera, those at the side reaching behind it; metres. */
export const WALLS: readonly {
  readonly at: (along: number, y: number) => Vec3;
  readonly from: number;
  readonly to: number;
}[] = [
  { at: (s, y) => [s, y, 10.8], from: -10, to: 10.6 },
  { at: (s, y) => [-10.4, y, s], from: -0.5, to: 10 },
  { at: (s, y) => [10.6, y, s], from: -1, to: 10.4 },
];
