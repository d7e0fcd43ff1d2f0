import type { BenchState } from "@/client/bench-store";
import type { Vec2 } from "@/core/geometry";

type Editor = Pick<BenchState, "edit">;

const pair = (p: Vec2): [number, number] => [p[0], p[1]];

/** A short id that no line of the recipe has. */
export const newLineId = (): string => crypto.randomUUID().slice(0, 8);

export function addPlumb({ edit }: Editor, ends: readonly [Vec2, Vec2]): string {
  const id = newLineId();
  edit("Draw a plumb", (r) => {
    r.lines.push({ id, kind: "plumb", points: [pair(ends[0]), pair(ends[1])], on: true });
    r.attitude.from = "lines";
  });
  return id;
}

/** Moves one end to a place; edits of one gesture are one step back. */
export function moveEnd({ edit }: Editor, id: string, end: 0 | 1, to: Vec2, gesture: string): void {
  edit(
    "Move an end",
    (r) => {
      const line = r.lines.find((l) => l.id === id);
      if (line) line.points[end === 0 ? 0 : line.points.length - 1] = pair(to);
    },
    gesture,
  );
}

/** Moves the whole line, or one end of it, by so many pixels of the original. */
export function moveBy({ edit }: Editor, id: string, end: 0 | 1 | null, by: Vec2, gesture: string): void {
  edit(
    end === null ? "Move a line" : "Move an end",
    (r) => {
      const line = r.lines.find((l) => l.id === id);
      if (!line) return;
      line.points = line.points.map((p, i) => {
        const isEnd = end === null || i === (end === 0 ? 0 : line.points.length - 1);
        return isEnd ? [p[0] + by[0], p[1] + by[1]] : p;
      });
    },
    gesture,
  );
}

export function deleteLine({ edit }: Editor, id: string): void {
  edit("Delete a line", (r) => void (r.lines = r.lines.filter((l) => l.id !== id)));
}

export function switchLine({ edit }: Editor, id: string): void {
  edit("Switch a line on or off", (r) => {
    const line = r.lines.find((l) => l.id === id);
    if (line) line.on = !line.on;
  });
}
