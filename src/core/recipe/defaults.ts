import type { Vec2 } from "../geometry";
import { RECIPE_FORMAT, RECIPE_VERSION, type Line, type Recipe, recipeSchema } from "./schema";

/** A recipe in which nothing has been done yet. */
export function emptyRecipe(): Recipe {
  return recipeSchema.parse({ format: RECIPE_FORMAT, version: RECIPE_VERSION });
}

/** First and last point of a line, pixels of the original. */
export const endsOf = (line: Line): [Vec2, Vec2] => [line.points[0]!, line.points[line.points.length - 1]!];

/** The lines of a kind that count at present. */
export const activeLines = (recipe: Recipe, kind: Line["kind"]): Line[] =>
  recipe.lines.filter((line) => line.on && line.kind === kind);

/**
 * What the lines are called on the sheet: plumbs 1, 2, 3 …, sills A, B … Z, AA …, tauts t1, t2 …,
 * in the order in which they were drawn.
 */
export function bubbleNames(lines: readonly Line[]): Map<string, string> {
  const count = { plumb: 0, sill: 0, taut: 0 };
  return new Map(
    lines.map((line) => {
      const n = ++count[line.kind];
      const name = line.kind === "plumb" ? `${n}` : line.kind === "sill" ? letters(n) : `t${n}`;
      return [line.id, name];
    }),
  );
}

function letters(n: number): string {
  const rest = (n - 1) % 26;
  const head = Math.floor((n - 1) / 26);
  return (head > 0 ? letters(head) : "") + String.fromCharCode(65 + rest);
}
