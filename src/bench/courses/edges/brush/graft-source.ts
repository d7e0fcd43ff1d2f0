import { versionState } from "@/client/version-state";
import type { Shift, StrokePlane } from "@/core/edges";
import type { Size, Vec2 } from "@/core/geometry";
import type { Recipe } from "@/core/recipe";
import {
  type GraftPlane,
  type PlaneMap,
  type SettledRecipe,
  copiedFrom,
  graftPlane,
  shiftAlong,
  withCamera,
} from "@/core/render";
import type { useBrush, useBrushSettings } from "../../../brush/brush-state";

type Set = Pick<ReturnType<typeof useBrush.getState>, "source" | "first"> &
  Pick<ReturnType<typeof useBrushSettings.getState>, "aligned" | "along" | "lock">;

interface Planned {
  readonly recipe: Recipe;
  readonly along: StrokePlane;
  readonly settled: SettledRecipe;
  readonly plane: GraftPlane;
}

/** The lines are solved for it: once a recipe, not once an event of the pointer. */
const usePlanned = versionState("graft-plan", (): { readonly last: Planned | null } => ({ last: null }));

function planned(recipe: Recipe, size: Size, along: StrokePlane): Planned {
  const { last } = usePlanned.getState();
  if (last?.recipe === recipe && last.along === along) return last;
  const settled = withCamera(recipe, size);
  const made = { recipe, along, settled, plane: graftPlane(settled, size, along) };
  usePlanned.setState({ last: made });
  return made;
}

/** How a graft that begins at a place copies: a function from places to where they are copied from; pixels of the original. */
export function graftingFrom(
  recipe: Recipe,
  size: Size,
  map: PlaneMap,
  { source, first, aligned, along, lock }: Set,
  start: Vec2,
): ((to: Vec2) => Vec2 | null) | null {
  if (!source) return null;
  const { settled, plane } = planned(recipe, size, along);
  const shift: Shift | null = shiftAlong(
    settled,
    map,
    plane,
    aligned && first ? first : start,
    source,
    lock ?? undefined,
  );
  return shift && ((to) => copiedFrom(settled, map, shift, to));
}
