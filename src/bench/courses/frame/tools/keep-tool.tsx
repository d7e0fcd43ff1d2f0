import { say } from "@/language";
import { keepMarksOf } from "@/core/frame";
import { addKeepArea, addKeepMark, moveKeepMark } from "@/core/edits";
import { type Vec2, distance2 } from "@/core/geometry";
import { newId } from "../../../new-id";
import { onScreen } from "../../../marks/projection";
import { MOVE } from "../../../tools/move-tool";
import { type Gesture, type Grip, type Tool, edit, pan } from "../../../tools/tool";
import { toolIcon } from "../../../tools/tool-button";

/** Half the size of a mark's target, CSS pixels. */
const REACH = 13;

const movedTo = (id: string): Gesture => ({
  keeps: "map",
  move: ({ recorded }) => (recorded ? [edit(moveKeepMark(id, recorded))] : []),
  up: () => [],
});

/** A keep mark under the pointer, to be moved. */
export const holdKeepMark: Grip = ({ screen }, { bench, projection }) => {
  const mark = bench.marks
    ? keepMarksOf(bench.recipe).find(({ at }) => {
        const p = onScreen(projection, at);
        return p !== null && distance2(p, screen) <= REACH;
      })
    : undefined;
  return mark ? movedTo(mark.id) : null;
};

/** A press marks the spot, a drag an area from corner to corner of the photo. */
function marking(from: Vec2): Gesture {
  let to = from;
  const corners = (): Vec2[] => [from, [to[0], from[1]], to, [from[0], to[1]]];
  return {
    keeps: "map",
    move: ({ recorded }) => {
      to = recorded ?? to;
      return [];
    },
    up: ({ far, recorded }) =>
      far && recorded ? [edit(addKeepArea(newId(), from, recorded))] : [edit(addKeepMark(newId(), from))],
    marks: () => (to === from ? {} : { area: corners() }),
  };
}

/** A press marks a spot that must stay in the frame, a drag an area; a drag from a mark moves it. */
export const KEEP: Tool = {
  name: "keep",
  label: say("Keep"),
  words: say("Mark a spot, or drag over an area, that must stay in the frame"),
  key: "Shift+k",
  cursor: "crosshair",
  icon: toolIcon(
    <>
      <path d="M3 6V3h3M12 3h3v3M15 12v3h-3M6 15H3v-3" />
      <circle cx="9" cy="9" r="2.4" />
    </>,
  ),
  down: (at, hand) => {
    const held = holdKeepMark(at, hand);
    if (held) return held;
    if (hand.bench.view !== "corrected") return MOVE.down(at, hand);
    const { recorded } = at;
    return recorded ? marking(recorded) : pan();
  },
};
