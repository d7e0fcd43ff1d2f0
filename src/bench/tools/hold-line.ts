import type { Line } from "@/core/recipe";
import { hitTest } from "../marks/projection";
import { lineGesture } from "./line-gesture";
import type { Hit } from "./plumb-tool";
import { type At, type Grip, type Hand, type Outcome, pan, select } from "./tool";

/** The marks of the open course that are lines: tauts are the lens's. */
const linesOf = ({ course, recipe }: Hand["bench"]): Line[] =>
  recipe.lines.filter((l) => (l.kind === "taut") === (course === "lens"));

/** What of the course's lines lies under the pointer. */
const lineUnder = ({ screen }: Pick<At, "screen">, { bench, projection }: Hand): Hit =>
  bench.marks ? hitTest(projection, linesOf(bench), bench.selected, screen) : { on: "nothing" };

/** Selects the line under the pointer, or the end of it; nothing where there is none. */
export function selectUnder(at: Pick<At, "screen">, hand: Hand): readonly Outcome[] {
  const hit = lineUnder(at, hand);
  return hit.on === "nothing" ? [] : [select(hit.id, hit.on === "end" ? hit.end : null)];
}

/** Lines and their ends; a traced edge is only selected, since it lies where the picture has it. */
export const holdLine: Grip = (at, hand) => {
  const hit = lineUnder(at, hand);
  if (hit.on === "nothing" || !at.recorded) return null;
  if (hand.bench.recipe.lines.find((l) => l.id === hit.id)?.kind === "taut") return pan([select(hit.id)]);
  return lineGesture(hand, hit, at.recorded, null);
};

/** Only the ends of the selected line: with a tool that draws, another line may begin or cross anywhere else. */
export const holdSelectedEnd: Grip = (at, hand) => {
  const { bench, projection } = hand;
  if (!bench.marks || !at.recorded) return null;
  const own = linesOf(bench).filter((l) => l.id === bench.selected);
  const hit = hitTest(projection, own, bench.selected, at.screen);
  return hit.on === "end" ? lineGesture(hand, hit, at.recorded, null) : null;
};
