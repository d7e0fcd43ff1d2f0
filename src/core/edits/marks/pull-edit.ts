import { tell } from "../../language";
import type { Size, Vec2 } from "../../geometry";
import { type Lens, pulledBow } from "../../lens";
import type { Recipe } from "../../recipe";
import type { PlaneMap } from "../../render";
import type { Edit } from "../edit";

/** A point of the picture in hand: what was grabbed, and the map and lens the gesture began with. */
export interface Pull {
  readonly recorded: Vec2;
  readonly map: PlaneMap;
  readonly lens: Lens;
  readonly settings: Recipe["lens"];
}

/**
 * The lens course with the bow that brings the grabbed point to where the pointer is now, or null where a pull has no
 * meaning: off the picture, at its middle, with a fisheye.
 *
 * @param plane the pointer, pixels of the corrected plane.
 */
function pulled({ recorded, map, lens, settings }: Pull, size: Size, plane: Vec2): Recipe["lens"] | null {
  if (settings.model !== "brown-conrady") return null;
  const out = new Float64Array(3);
  map.toRecorded(plane[0], plane[1], out);
  if (!(out[2]! > 0)) return null;
  const centre: Vec2 = settings.centre ?? [size[0] / 2, size[1] / 2];
  const k1 = pulledBow({ ...settings, centre }, Math.hypot(...size) / 2, recorded, lens.undistort([out[0]!, out[1]!]));
  if (k1 === null) return null;
  return { ...settings, on: true, from: "by-hand", profile: null, k: [k1, settings.k[1], settings.k[2]] };
}

/**
 * Pulls a point of a bowed edge until the edge is straight; where a pull has no meaning nothing changes.
 *
 * @param size of the photo, pixels. @param plane the pointer, pixels of the corrected plane.
 */
export const pullTo = (pull: Pull, size: Size, plane: Vec2): Edit => ({
  label: tell("Pull the bow"),
  apply: (recipe) => {
    const lens = pulled(pull, size, plane);
    return lens ? { ...recipe, lens } : recipe;
  },
});
