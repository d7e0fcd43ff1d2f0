import type { Stroke } from "@/core/edges";

const LETTERS = { mend: "M", graft: "G" } as const;

/** What the strokes are called: M1, M2, G1, in the order in which they were made. */
export function strokeNames(strokes: readonly Stroke[]): ReadonlyMap<string, string> {
  const count = { mend: 0, graft: 0 };
  return new Map(strokes.map((s) => [s.id, `${LETTERS[s.kind]}${++count[s.kind]}`]));
}
