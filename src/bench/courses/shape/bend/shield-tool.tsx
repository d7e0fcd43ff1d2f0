import { say } from "@/language";
import { addShield } from "@/core/edits";
import type { Vec2 } from "@/core/geometry";
import type { Shield } from "@/core/shape/bend";
import { newId } from "../../../new-id";
import { outlineGesture } from "../../../tools/outline-gesture";
import { type Outcome, type Tool, edit, letGo, select } from "../../../tools/tool";
import { toolIcon } from "../../../tools/tool-button";
import { bendMarkUnder } from "./hold-mark";

function drawn(points: readonly Vec2[], keeps: Shield["keeps"]): readonly Outcome[] {
  const id = newId();
  return [edit(addShield(id, points, keeps)), { do: "set", state: { selected: id, selectedEnd: null, marks: true } }];
}

/** An outline around what keeps its form; a stroke along what is left where it is. */
export const SHIELD: Tool = {
  name: "shield",
  label: say("Shield"),
  words: say("Draw a shield: around what keeps its form, or a stroke along what stays where it is"),
  key: "\\",
  cursor: "crosshair",
  icon: toolIcon(<path d="M3 3.5c4 0 5-1.5 6-1.5s2 1.5 6 1.5c0 6-1 9.5-6 12.5C4 13 3 9.5 3 3.5z" />),
  down: (at, hand) => {
    if (!at.recorded) return letGo(hand);
    const outline = outlineGesture(
      at.recorded,
      hand.bench.size,
      (points) => drawn(points, "form"),
      (ends) => drawn(ends, "place"),
    );
    const click = (): readonly Outcome[] => {
      const under = bendMarkUnder(at, hand);
      return [select(under)];
    };
    return { ...outline, up: (up) => (up.far ? outline.up(up) : click()) };
  },
};
