import { type Shift, type Stroke, type StrokeLock, carried, shiftBetween } from "../../edges";
import { type Vec2, type Vec3, dot3 } from "../../geometry";
import type { CompiledMap } from "../map/compile";
import type { SettledRecipe } from "../solved/settled";
import { correctedCamera } from "./fill-field";
import { type GraftPlane, graftPlane } from "./normals";

type Placed = Pick<CompiledMap, "fromRecorded" | "toRecorded">;

/**
 * The shift of a graft along a plane, for a view in pixels of the corrected plane. @param to, from pixels of the original.
 * @returns null where it leads nowhere.
 */
export function shiftAlong(
  recipe: SettledRecipe,
  map: Placed,
  { normal, level, across }: GraftPlane,
  to: Vec2,
  from: Vec2,
  lock?: StrokeLock,
): Shift | null {
  const [a, b] = [map.fromRecorded(to), map.fromRecorded(from)];
  const shift = a && b && shiftBetween(correctedCamera(recipe), normal, a, b);
  if (!shift || !lock) return shift;
  const way = lock === "horizontal" ? level : across;
  const far = dot3(shift.by, way);
  return { normal, by: way.map((v) => v * far) as unknown as Vec3 };
}

/** The shift of a graft's stroke. */
export function graftShift(
  { recipe, map }: { recipe: SettledRecipe; map: CompiledMap },
  { points, from, along = "picture", lock }: Pick<Stroke, "points" | "from" | "along" | "lock">,
): Shift | null {
  if (!from) return null;
  return shiftAlong(recipe, map, graftPlane(recipe, map.size, along), points[0]!, from, lock);
}

/** Where a shift copies from to a place. @param to pixels of the original. @returns pixels of the original; null: from nowhere. */
export function copiedFrom(recipe: SettledRecipe, map: Placed, shift: Shift, to: Vec2): Vec2 | null {
  const at = map.fromRecorded(to);
  const out = new Float64Array(6);
  if (!at || !carried(correctedCamera(recipe), shift, at[0], at[1], out)) return null;
  map.toRecorded(out[0]!, out[1]!, out);
  return out[2]! > 0 ? [out[0]!, out[1]!] : null;
}
