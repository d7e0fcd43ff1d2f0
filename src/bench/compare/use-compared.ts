import { say } from "@/language";
import { useMemo } from "react";
import type { Photo } from "@/client";
import { useBench } from "@/client/bench-store";
import type { ShownFill } from "@/client/shown-fill";
import type { Pane } from "@/client/picture/picture-view";
import type { Rect } from "@/core/geometry";
import { withoutCourse } from "@/core/edits";
import { COURSES, type Recipe } from "@/core/recipe";
import { AS_SHOT, type SettledRecipe } from "@/core/render";
import { mappedFrom } from "../derived";
import { type Side, type Way, useCompare } from "./compare-state";
import { halves, planeOfPart, samePlace } from "./place-by-place";
import { useOtherFill } from "./use-other-fill";

/** The other picture and the panes of both. */
export interface Compared {
  readonly way: Way;
  /** Where the first goes, and what of its plane it shows. */
  readonly first: Pick<Pane, "screen" | "plane">;
  readonly pane: Pane;
  readonly recipe: SettledRecipe | null;
  /** What it makes up at its edges, where that is known. */
  readonly fill: ShownFill | null;
  /** Screen pixels to one of either plane, of that which is shown larger: at full size both are made from the original. */
  readonly scale: number;
  readonly words: { readonly first: string; readonly other: string };
}

/** What a side is called on the picture. */
export function sideWords(side: Side): string {
  switch (side.kind) {
    case "now":
      return say("As it is now");
    case "as-shot":
      return say("As shot");
    case "without":
      return say("Without {name}", { name: COURSES.find((c) => c.key === side.course)!.name });
    case "recipe":
      return side.words;
  }
}

/** A side's recipe; null: as shot. */
export function recipeOf(side: Side, now: Recipe): Recipe | null {
  switch (side.kind) {
    case "now":
      return now;
    case "as-shot":
      return null;
    case "without":
      return withoutCourse(now, side.course);
    case "recipe":
      return side.recipe;
  }
}

const NO_STEPS: Pane["raster"] = [];
const NO_LAYERS: NonNullable<Pane["layers"]> = [];

/** What is compared with the main pane; null where nothing is. @param field of the sheet, CSS pixels. @param turned whether pictures are shown turned. */
export function useCompared(photo: Photo, main: Pane | null, field: Rect, turned: boolean): Compared | null {
  const { way, other } = useCompare();
  const { recipe: now, size, peek, view } = useBench();
  const on = way !== null;
  const made = useMemo(() => {
    if (!on) return null;
    const recipe = recipeOf(other, now);
    if (!recipe) return { map: AS_SHOT, optics: null, raster: NO_STEPS, filled: null };
    const { settled, map } = mappedFrom(recipe, size, null, turned);
    return { map, optics: map.optics, raster: map.raster, filled: { recipe: settled, map } };
  }, [on, other, now, size, turned]);
  const fill = useOtherFill(photo, made?.filled ?? null);
  const layers = useMemo(() => fill?.parts.map(({ fit }) => fit) ?? NO_LAYERS, [fill]);
  return useMemo(() => {
    if (!way || !main || !made) return null;
    const apart = way === "beside" || way === "above";
    const [a, b] = apart ? halves(field, way === "above") : [field, field];
    const plane = apart ? planeOfPart(main.plane, field, a) : main.plane;
    const there = samePlace(main.map, apart ? planeOfPart(main.plane, field, b) : main.plane, made.map);
    return {
      way,
      first: { screen: a, plane },
      pane: {
        map: made.map,
        screen: b,
        plane: there,
        optics: made.optics,
        raster: made.raster,
        layers,
      },
      recipe: made.filled?.recipe ?? null,
      fill,
      scale: Math.max(a[2] / plane[2], b[2] / there[2]),
      words: {
        first: peek?.words ?? (view === "as-shot" ? say("As shot") : say("As it is now")),
        other: sideWords(other),
      },
    };
  }, [way, main, made, field, other, peek, view, fill, layers]);
}
