import type { Vec2 } from "../geometry";
import { type Words, SIDE_WORDS, tell } from "../language";
import { type Face, RECIPE_FORMAT, RECIPE_VERSION, type Line, type Recipe, recipeSchema } from "./schema";

/** A recipe in which nothing has been done yet. */
export function emptyRecipe(): Recipe {
  return recipeSchema.parse({ format: RECIPE_FORMAT, version: RECIPE_VERSION });
}

/** First and last point of a line, pixels of the original. */
export const endsOf = (line: Line): [Vec2, Vec2] => [line.points[0]!, line.points[line.points.length - 1]!];

const LINE_KINDS: Record<Line["kind"], Words> = { plumb: tell("plumb"), sill: tell("sill"), taut: tell("taut") };
/** What a kind of line is called in a sentence. */
export const lineKind = (kind: Line["kind"]): Words => LINE_KINDS[kind];

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
export const faceNames = (faces: readonly Face[]): Map<string, Words> =>
  new Map(
    faces.flatMap(({ id }, i) =>
      SIDES.map(
        ([side]) => [`${id}:${side}`, tell("{face} {side}", { face: `F${i + 1}`, side: SIDE_WORDS[side] })] as const,
      ),
    ),
  );

/** Edges of buildings are out of true by themselves: half a millimetre in a metre; and no edge is placed better than this, pixels. */
const BUILT = 0.0005;
const PLACED = 0.1;

/** How well an edge that was settled on to `sigmaPx` tells its direction in the building, pixels at its ends. */
export const edgeSigma = (points: readonly [Vec2, Vec2], sigmaPx: number): number =>
  Math.min(
    50,
    Math.hypot(sigmaPx, PLACED, BUILT * Math.hypot(points[1][0] - points[0][0], points[1][1] - points[0][1])),
  );

/** How well a hand places an end at full size, pixels; END_SIGMA_PX of the solve. */
const HAND = 0.5;

/** How well a stroke that no edge held tells its direction, pixels at its ends. @param reach pixels of the original to one on the screen. */
export const handSigma = (points: readonly [Vec2, Vec2], reach: number): number => edgeSigma(points, HAND * reach);

/** A found segment as an ordinary line of a recipe. */
export const foundLine = (
  id: string,
  kind: "plumb" | "sill",
  { points, sigmaPx }: { readonly points: readonly [Vec2, Vec2]; readonly sigmaPx: number },
  wall?: string,
): Line => ({
  id,
  kind,
  points: points.map((p): [number, number] => [p[0], p[1]]),
  on: true,
  sigma: edgeSigma(points, sigmaPx),
  ...(wall === undefined ? {} : { wall }),
});
