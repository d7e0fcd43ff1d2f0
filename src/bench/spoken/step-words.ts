import { capital } from "@/core/language";
import { put, say } from "@/language";
import { changes } from "@/core/edits";
import { type Line, type Recipe, bubbleNames, lineKind } from "@/core/recipe";
import { fixed } from "@/ui";
import type { LineRow } from "../derived";

/** More lines than this are counted, not told one by one. */
const MOST_LINES = 3;

/** As much of a line's row as is told. */
type Row = Pick<LineRow, "name" | "before" | "after"> & { readonly line: Pick<Line, "id" | "kind" | "on"> };

const isMoved = (before: Line | undefined, { points }: Line): boolean =>
  before === undefined || JSON.stringify(before.points) !== JSON.stringify(points);

/** "plumb 3, 8.4 degrees before, 0.0 after". */
function rowWords({ name, before, after, line }: Row): string {
  const was = say("{kind} {name}, {before} degrees before", {
    kind: lineKind(line.kind),
    name,
    before: fixed(before, 1),
  });
  return !line.on
    ? `${was}, ${say("off")}`
    : after === null
      ? was
      : `${was}, ${say("{after} after", { after: fixed(after, 1) })}`;
}

/**
 * What a step did, for those who hear it: of lines that were drawn or moved how they stand now, of all else what history tells.
 *
 * @param rows the lines' schedule after the step. @param back whether the step was taken back.
 */
export function stepWords(before: Recipe, after: Recipe, rows: readonly Row[], back = false): string {
  const was = new Map(before.lines.map((l) => [l.id, l]));
  const moved = after.lines.filter((l) => l.kind !== "taut" && isMoved(was.get(l.id), l));
  const told = moved.length > MOST_LINES ? [] : rows.filter((r) => moved.some(({ id }) => id === r.line.id));
  // What is told line by line is not counted besides.
  const others = told.length === 0 ? after : { ...after, lines: after.lines.map((l) => was.get(l.id) ?? l) };
  const base = told.length === 0 ? before : { ...before, lines: others.lines };
  const gone = before.lines.filter((l) => !after.lines.some(({ id }) => id === l.id));
  const names = bubbleNames(before.lines);
  // Where lines are told, that the attitude followed goes without saying.
  const rest = changes(base, others)
    .filter(({ course, what }) => told.length === 0 || course !== "lines" || what !== "rest")
    .map(({ words }) => put(words));
  const said = [
    ...told.map(rowWords),
    ...(told.length > 0
      ? gone.map(({ id, kind }) => say("{kind} {name} deleted", { kind: lineKind(kind), name: names.get(id)! }))
      : []),
    ...rest,
  ];
  if (said.length === 0) return "";
  const text = said.join("; ");
  return back ? say("Taken back: {text}.", { text }) : `${put(capital(text))}.`;
}
