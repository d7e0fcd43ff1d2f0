import type { Vec2 } from "../geometry";
import { type Face, RECIPE_FORMAT, RECIPE_VERSION, type Line, type Recipe, recipeSchema } from "./schema";

/** A recipe in which nothing has been done yet. */
export function emptyRecipe(): Recipe {
  return recipeSchema.parse({ format: RECIPE_FORMAT, version: RECIPE_VERSION });
}

/** First and last point of a line, pixels of the original. */
export const endsOf = (line: Line): [Vec2, Vec2] => [line.points[0]!, line.points[line.points.length - 1]!];

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

/** Sides of a face, in the order left, right, top, bottom: which corners they join. */
const SIDES = [
  ["left", "plumb", 0, 3],
  ["right", "plumb", 1, 2],
  ["top", "sill", 0, 1],
  ["bottom", "sill", 3, 2],
] as const;

/** The four sides of a face as lines to solve from; their ids are the face's with the side's name. */
export const faceLines = ({ id, corners }: Face) =>
  SIDES.map(([side, kind, a, b]) => ({
    id: `${id}:${side}`,
    kind,
    ends: [corners[a]!, corners[b]!] as [Vec2, Vec2],
    sigmaPx: null,
    wall: null,
  }));

/** What the sides of faces are called: "F1 left". */
export const faceNames = (faces: readonly Face[]): Map<string, string> =>
  new Map(faces.flatMap(({ id }, i) => SIDES.map(([side]) => [`${id}:${side}`, `F${i + 1} ${side}`] as const)));
