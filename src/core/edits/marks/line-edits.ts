import { tell } from "../../language";
import type { Vec2 } from "../../geometry";
import type { StraightEdge } from "../../lines";
import { type Line, type Recipe, edgeSigma, endsOf, handSigma } from "../../recipe";
import { fromLines } from "../settings/attitude-edits";
import type { Edit } from "../edit";

/** What cling says of an edge. */
type FoundEdge = Pick<StraightEdge, "ends" | "sigmaPx">;

const pair = (p: Vec2): [number, number] => [p[0], p[1]];

/** A line without its stated ±. */
function unstated({ sigma, ...line }: Line): Line {
  void sigma;
  return line;
}

/**
 * How well a line drawn or moved by hand counts: drawn on a small picture a hand is coarse, and must not weigh more than
 * lines that found their edge.
 *
 * @param reach pixels of the original to one on the screen.
 */
const byHand = (line: Line, reach: number): Line =>
  reach > 1 ? { ...line, sigma: handSigma(endsOf(line), reach) } : unstated(line);

/** The recipe with one of its lines changed; the very same where there is no such line. */
export function withLine(recipe: Recipe, id: string, change: (line: Line) => Line): Recipe {
  const at = recipe.lines.findIndex((l) => l.id === id);
  return at < 0 ? recipe : { ...recipe, lines: recipe.lines.with(at, change(recipe.lines[at]!)) };
}

/** Draws a line. @param id one that no line of the recipe has. @param reach as above. */
export const addLine = (id: string, kind: "plumb" | "sill", ends: readonly [Vec2, Vec2], reach = 1): Edit => ({
  label: kind === "plumb" ? tell("Draw a plumb") : tell("Draw a sill"),
  apply: (recipe) => ({
    ...recipe,
    lines: [...recipe.lines, byHand({ id, kind, points: [pair(ends[0]), pair(ends[1])], on: true }, reach)],
    attitude: fromLines(recipe.attitude),
  }),
});

/** Whether a point of a line is the end meant; null means the whole line. */
const isOf = (line: Line, end: 0 | 1 | null, i: number): boolean =>
  end === null || i === (end === 0 ? 0 : line.points.length - 1);

/** Moves one end to a place, pixels of the original. @param reach as above. */
export const moveEnd = (id: string, end: 0 | 1, to: Vec2, reach = 1): Edit => ({
  label: tell("Move an end"),
  apply: (recipe) =>
    withLine(recipe, id, (line) =>
      byHand({ ...line, points: line.points.map((p, i) => (isOf(line, end, i) ? pair(to) : p)) }, reach),
    ),
});

/** Moves the whole line, or one end of it, by so many pixels of the original. @param reach as above. */
export const moveBy = (id: string, end: 0 | 1 | null, by: Vec2, reach = 1): Edit => ({
  label: end === null ? tell("Move a line") : tell("Move an end"),
  apply: (recipe) =>
    withLine(recipe, id, (line) => {
      const points = line.points.map((p, i): [number, number] =>
        isOf(line, end, i) ? [p[0] + by[0], p[1] + by[1]] : p,
      );
      return byHand({ ...line, points }, reach);
    }),
});

/** A line laid on the edge under it. */
export const onEdge = (line: Line, { ends, sigmaPx }: FoundEdge): Line => ({
  ...line,
  points: ends.map(pair),
  sigma: edgeSigma(ends, sigmaPx),
});

export const clingTo = (id: string, edge: FoundEdge): Edit => ({
  label: tell("Cling to the edge"),
  apply: (recipe) => withLine(recipe, id, (line) => onEdge(line, edge)),
});

/** Lays a line's ends elsewhere, its ± kept. @param ends pixels of the original. */
export const lengthenTo = (id: string, ends: readonly [Vec2, Vec2]): Edit => ({
  label: tell("Lengthen along the edge"),
  apply: (recipe) => withLine(recipe, id, (line) => ({ ...line, points: ends.map(pair) })),
});

/** Makes a plumb of a sill and a sill of a plumb. */
export const changeKind = (id: string): Edit => ({
  label: tell("Change a line's kind"),
  apply: (recipe) =>
    withLine(recipe, id, (line) => {
      if (line.kind === "taut") return line;
      const { wall, ...rest } = line;
      void wall;
      return { ...rest, kind: line.kind === "plumb" ? "sill" : "plumb" };
    }),
});

export const deleteLine = (id: string): Edit => ({
  label: tell("Delete a line"),
  apply: (recipe) => ({ ...recipe, lines: recipe.lines.filter((l) => l.id !== id) }),
});

/** Puts several lines on, or off, as one step. */
export const switchLines = (ids: ReadonlySet<string>, on: boolean): Edit => ({
  label: on ? tell("Switch lines on") : tell("Switch lines off"),
  apply: (recipe) =>
    recipe.lines.some((l) => ids.has(l.id) && l.on !== on)
      ? { ...recipe, lines: recipe.lines.map((l) => (ids.has(l.id) && l.on !== on ? { ...l, on } : l)) }
      : recipe,
});

export const switchLine = (id: string): Edit => ({
  label: tell("Switch a line on or off"),
  apply: (recipe) => withLine(recipe, id, (line) => ({ ...line, on: !line.on })),
});
