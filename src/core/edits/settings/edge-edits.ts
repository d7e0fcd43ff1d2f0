import { type Words, SIDE_WORDS, tell } from "../../language";
import { type EdgesSettings, type GapChoice, type Side, type SourceArea, MOST_BORDERS, choiceFor } from "../../edges";
import type { Vec2 } from "../../geometry";
import type { Recipe } from "../../recipe";
import type { Edit } from "../edit";

const withEdges = (recipe: Recipe, edges: EdgesSettings): Recipe => ({ ...recipe, edges });

/** The settings without a key that would say nothing. */
function without<K extends keyof EdgesSettings>(edges: EdgesSettings, key: K): Omit<EdgesSettings, K> {
  const { [key]: gone, ...rest } = edges;
  void gone;
  return rest;
}

const WORDS: Record<GapChoice, Words> = {
  leave: tell("Leave gaps"),
  plain: tell("Plain gaps"),
  fill: tell("Fill gaps"),
  trim: tell("Trim gaps"),
  bend: tell("Bend gaps shut"),
};

/** What is done with all gaps; choices of their own are let go. */
export const allGaps = (choice: GapChoice): Edit => ({
  label: WORDS[choice],
  apply: (recipe) => withEdges(recipe, { ...without(recipe.edges, "each"), gaps: choice }),
});

/** What is done with the gap beyond one side of the photo. */
export const gapChoice = (side: Side, choice: GapChoice): Edit => ({
  label: tell("{what}: {side}", { what: WORDS[choice], side: SIDE_WORDS[side] }),
  apply: (recipe) => {
    const others = (recipe.edges.each ?? []).filter((g) => g.side !== side);
    const own = recipe.edges.each?.find((g) => g.side === side);
    const each =
      choice === recipe.edges.gaps && own?.plain === undefined ? others : [...others, { ...own, side, do: choice }];
    return withEdges(recipe, { ...without(recipe.edges, "each"), ...(each.length > 0 && { each }) });
  },
});

/** The colour of the plain gap beyond one side, #rrggbb. */
export const gapColour = (side: Side, plain: string): Edit => ({
  label: tell("Colour of a gap"),
  apply: (recipe) => {
    const { do: choice } = choiceFor(recipe.edges, side);
    const others = (recipe.edges.each ?? []).filter((g) => g.side !== side);
    return withEdges(recipe, { ...recipe.edges, each: [...others, { side, do: choice, plain }] });
  },
});

/** How far a fill reaches into the photo, pixels of the original. */
export const reachIn = (px: number): Edit => ({
  label: tell("Reach in"),
  apply: (recipe) => withEdges(recipe, { ...without(recipe.edges, "reach"), ...(px > 0 && { reach: px }) }),
});

/** Which of a fill's answers is taken, 1 the first. */
export const answerOf = (seed: number): Edit => ({
  label: seed === 1 ? tell("The first answer") : tell("Another answer"),
  apply: (recipe) => withEdges(recipe, { ...without(recipe.edges, "seed"), ...(seed > 1 && { seed }) }),
});

/** Whether faces, keep marks and measured things may be repeated by a fill. */
export const mayRepeat = (may: boolean): Edit => ({
  label: may ? tell("Things may be repeated") : tell("Things are not repeated"),
  apply: (recipe) => withEdges(recipe, { ...without(recipe.edges, "repeat"), ...(may && { repeat: true as const }) }),
});

const ADDED = {
  from: tell("Fill from an area"),
  never: tell("Never from an area"),
  out: tell("Take out a thing"),
} as const;

/** An area to fill from, never from, or taken out with the gaps. @param points its outline, pixels of the original. */
export const addSource = (id: string, use: SourceArea["use"], points: readonly Vec2[]): Edit => ({
  label: ADDED[use],
  apply: (recipe) =>
    withEdges(recipe, {
      ...recipe.edges,
      sources: [...(recipe.edges.sources ?? []), { id, use, points: points.map(([x, y]) => [x, y]), on: true }],
    }),
});

/** Moves a border between what a gap shows: anew, or on from where it was moved before. @param from where it was, pixels of the original. */
export const moveBorder = (id: string, from: Vec2, to: Vec2): Edit => ({
  label: tell("Move a border in a gap"),
  apply: (recipe) => {
    const others = (recipe.edges.borders ?? []).filter((b) => b.id !== id);
    if (others.length >= MOST_BORDERS) return recipe;
    return withEdges(recipe, {
      ...recipe.edges,
      borders: [...others, { id, from: [from[0], from[1]], to: [to[0], to[1]] }],
    });
  },
});

/** A border in a gap goes back to where it was. */
export const deleteBorder = (id: string): Edit => ({
  label: tell("Put a border in a gap back"),
  apply: (recipe) => {
    const borders = (recipe.edges.borders ?? []).filter((b) => b.id !== id);
    return withEdges(recipe, { ...without(recipe.edges, "borders"), ...(borders.length > 0 && { borders }) });
  },
});

export const switchSource = (id: string, on: boolean): Edit => ({
  label: on ? tell("Switch an area on") : tell("Switch an area off"),
  apply: (recipe) =>
    withEdges(recipe, {
      ...recipe.edges,
      sources: (recipe.edges.sources ?? []).map((s) => (s.id === id ? { ...s, on } : s)),
    }),
});

export const deleteSource = (id: string): Edit => ({
  label: tell("Delete an area"),
  apply: (recipe) => {
    const sources = (recipe.edges.sources ?? []).filter((s) => s.id !== id);
    return withEdges(recipe, { ...without(recipe.edges, "sources"), ...(sources.length > 0 && { sources }) });
  },
});
