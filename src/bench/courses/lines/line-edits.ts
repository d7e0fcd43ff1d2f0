import type { BenchState } from "@/client/bench-store";
import type { Vec2 } from "@/core/geometry";
import { type Line, type Recipe, endsOf, handSigma } from "@/core/recipe";

type Editor = Pick<BenchState, "edit">;

const pair = (p: Vec2): [number, number] => [p[0], p[1]];

/** A short id that no line of the recipe has. */
export const newLineId = (): string => crypto.randomUUID().slice(0, 8);

/** Angles that come from lines again; what was set by hand without lines is let go. */
export function fromLines(attitude: Recipe["attitude"]): void {
  if (attitude.from === "lines") return;
  attitude.from = "lines";
  attitude.trim = { pitch: 0, yaw: 0, roll: 0 };
}

/**
 * How well a line drawn or moved by hand counts: drawn on a small picture a hand is coarse, and must not weigh more than
 * lines that found their edge.
 *
 * @param reach pixels of the original to one on the screen.
 */
function setByHand(line: Line, reach: number): void {
  if (reach > 1) line.sigma = handSigma(endsOf(line), reach);
  else delete line.sigma;
}

/** @param reach as above. */
export function addLine({ edit }: Editor, kind: "plumb" | "sill", ends: readonly [Vec2, Vec2], reach = 1): string {
  const id = newLineId();
  edit(`Draw a ${kind}`, (r) => {
    const line: Line = { id, kind, points: [pair(ends[0]), pair(ends[1])], on: true };
    setByHand(line, reach);
    r.lines.push(line);
    fromLines(r.attitude);
  });
  return id;
}

const changeLine = (recipe: Recipe, id: string, change: (line: Line) => void): void => {
  const line = recipe.lines.find((l) => l.id === id);
  if (line) change(line);
};

/** Moves one end to a place; edits of one gesture are one step back. @param reach as above. */
export function moveEnd({ edit }: Editor, id: string, end: 0 | 1, to: Vec2, gesture: string, reach = 1): void {
  edit(
    "Move an end",
    (r) =>
      changeLine(r, id, (line) => {
        line.points[end === 0 ? 0 : line.points.length - 1] = pair(to);
        setByHand(line, reach);
      }),
    gesture,
  );
}

/** Moves the whole line, or one end of it, by so many pixels of the original. @param reach as above. */
export function moveBy({ edit }: Editor, id: string, end: 0 | 1 | null, by: Vec2, gesture: string, reach = 1): void {
  edit(
    end === null ? "Move a line" : "Move an end",
    (r) =>
      changeLine(r, id, (line) => {
        line.points = line.points.map((p, i) => {
          const isEnd = end === null || i === (end === 0 ? 0 : line.points.length - 1);
          return isEnd ? [p[0] + by[0], p[1] + by[1]] : p;
        });
        setByHand(line, reach);
      }),
    gesture,
  );
}

/** Makes a plumb of a sill and a sill of a plumb. */
export function changeKind({ edit }: Editor, id: string): void {
  edit("Change a line's kind", (r) =>
    changeLine(r, id, (line) => {
      if (line.kind === "taut") return;
      line.kind = line.kind === "plumb" ? "sill" : "plumb";
      delete line.wall;
    }),
  );
}

export function deleteLine({ edit }: Editor, id: string): void {
  edit("Delete a line", (r) => void (r.lines = r.lines.filter((l) => l.id !== id)));
}

export function switchLine({ edit }: Editor, id: string): void {
  edit("Switch a line on or off", (r) => changeLine(r, id, (line) => void (line.on = !line.on)));
}
