import { tell } from "../../language";
import { MOST_STROKES, MOST_STROKE_POINTS, type Stroke } from "../../edges";
import type { Vec2 } from "../../geometry";
import type { Recipe } from "../../recipe";
import type { Edit } from "../edit";

const NAMES = { mend: tell("Mend"), graft: tell("Graft") } as const;

function withStrokes(recipe: Recipe, strokes: readonly Stroke[]): Recipe {
  const { strokes: gone, ...edges } = recipe.edges;
  void gone;
  return { ...recipe, edges: { ...edges, ...(strokes.length > 0 && { strokes: [...strokes] }) } };
}

const changed = (recipe: Recipe, id: string, change: (stroke: Stroke) => Stroke): Recipe =>
  withStrokes(
    recipe,
    (recipe.edges.strokes ?? []).map((s) => (s.id === id ? change(s) : s)),
  );

/** A stroke of one of the brushes, over those there are; a recipe holds so many at most. */
export const addStroke = (stroke: Stroke): Edit => ({
  label: stroke.outline ? tell("Take out a thing") : NAMES[stroke.kind],
  apply: (recipe) => {
    const all = recipe.edges.strokes ?? [];
    return all.length >= MOST_STROKES ? recipe : withStrokes(recipe, [...all, stroke]);
  },
});

export const switchStroke = (id: string, on: boolean): Edit => ({
  label: on ? tell("Switch a stroke on") : tell("Switch a stroke off"),
  apply: (recipe) => changed(recipe, id, (s) => ({ ...s, on })),
});

export const deleteStroke = (id: string): Edit => ({
  label: tell("Delete a stroke"),
  apply: (recipe) =>
    withStrokes(
      recipe,
      (recipe.edges.strokes ?? []).filter((s) => s.id !== id),
    ),
});

/** All places of a stroke: its way's, and after them its outline's; pixels of the original. */
export const placesOf = ({ points, outline = [] }: Stroke): readonly (readonly [number, number])[] => [
  ...points,
  ...outline,
];

/** Moves a stroke to other places; what a graft copies stays what it is. @param points as many as it has, and after them as many as its outline has, pixels of the original. */
export const moveStroke = (id: string, points: readonly Vec2[]): Edit => ({
  label: tell("Move a stroke"),
  apply: (recipe) =>
    changed(recipe, id, (s) => {
      const [way, outline = []] = [s.points.length, s.outline];
      if (points.length !== way + outline.length) return s;
      const all = points.map(([x, y]): [number, number] => [x, y]);
      return { ...s, points: all.slice(0, way), ...(s.outline && { outline: all.slice(way) }) };
    }),
});

/** Another answer of a mend, 1 the first. */
export const strokeAnswer = (id: string, seed: number): Edit => ({
  label: tell("Another answer"),
  apply: (recipe) =>
    changed(recipe, id, ({ seed: gone, ...s }) => {
      void gone;
      return { ...s, ...(seed > 1 && { seed }) };
    }),
});

/** How hard or strong a stroke is, and whether a graft's light is matched. */
export const strokeSettings = (
  id: string,
  { hardness, strength, matched }: { hardness?: number; strength?: number; matched?: boolean },
): Edit => ({
  label: tell("Change a stroke"),
  apply: (recipe) =>
    changed(recipe, id, ({ light, ...s }) => ({
      ...s,
      ...(hardness !== undefined && { hardness }),
      ...(strength !== undefined && { strength }),
      ...((matched === undefined ? light : !matched) && { light: "as-is" as const }),
    })),
});

/** As many of a stroke's points as a recipe holds, evenly left out. */
export function thinned<P>(points: readonly P[], most = MOST_STROKE_POINTS): P[] {
  if (points.length <= most) return [...points];
  return Array.from({ length: most }, (_, i) => points[Math.round((i * (points.length - 1)) / (most - 1))]!);
}
