import { tell } from "../../language";
import type { Vec2 } from "../../geometry";
import type { Trace, TracedSolution } from "../../lens";
import type { Recipe } from "../../recipe";
import type { Edit } from "../edit";

/** Fewer points than this say too little of how an edge is bowed. */
export const FEWEST_TRACED = 5;

/** The tauts of a recipe that are switched on, as traces. */
export const tracesOf = (recipe: Pick<Recipe, "lines">): Trace[] =>
  recipe.lines
    .filter((l) => l.on && l.kind === "taut" && l.points.length >= FEWEST_TRACED)
    .map(({ id, points }) => ({ id, points }));

/** A traced edge as a line of a recipe. @param places pixels of the original. */
export const tracedLine = (id: string, places: readonly Vec2[]): Recipe["lines"][number] => ({
  id,
  kind: "taut",
  points: places.map(([x, y]): [number, number] => [x, y]),
  on: true,
});

/** The lens course with the distortion that the traces give. */
const withTraces = (lens: Recipe["lens"], { k, centre }: TracedSolution): Recipe["lens"] => ({
  ...lens,
  on: true,
  from: "traced",
  profile: null,
  model: "brown-conrady",
  k: [k[0], k[1], k[2]],
  p: [0, 0],
  centre: [centre[0], centre[1]],
  amount: 1,
});

/** Takes the lens that the traced edges tell. */
export const lensFromTraces = (solution: TracedSolution): Edit => ({
  label: tell("Lens from traced edges"),
  apply: (recipe) => ({ ...recipe, lens: withTraces(recipe.lens, solution) }),
});

/** Whether a trace more solves the lens anew: it is untouched, or comes from traces. */
export const solvesFromTraces = ({ lens }: Recipe): boolean => lens.from === "none" || lens.from === "traced";

/** Keeps a traced edge, and in the same step the lens solved with it, where there is one. */
export const addTrace = (line: Recipe["lines"][number], solution: TracedSolution | null): Edit => ({
  label: tell("Trace an edge"),
  apply: (recipe) => ({
    ...recipe,
    lines: [...recipe.lines, line],
    lens: solution ? withTraces(recipe.lens, solution) : recipe.lens,
  }),
});
