import type { Size, Vec2 } from "@/core/geometry";
import type { Lens } from "@/core/lens";
import { type SettledRecipe, lensOf } from "@/core/render";

/** A settled recipe's camera and lens for a preview of the photo, `scale` pixels to one of the original. */
export function scaledCamera(recipe: SettledRecipe, size: Size, scale: number) {
  const by = ([x, y]: Vec2): [number, number] => [x * scale, y * scale];
  const camera = {
    ...recipe.camera,
    focalPx: recipe.camera.focalPx * scale,
    principal: by(recipe.camera.principal),
  };
  const shrunk: Size = [size[0] * scale, size[1] * scale];
  const lens: Lens = lensOf({ ...recipe, camera, lens: { ...recipe.lens, centre: by(recipe.lens.centre) } }, shrunk);
  return { camera, lens, size: shrunk };
}
