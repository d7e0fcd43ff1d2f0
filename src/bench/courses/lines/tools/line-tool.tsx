import { say } from "@/language";
import { addLine } from "@/core/edits";
import type { Vec2 } from "@/core/geometry";
import { newId } from "../../../new-id";
import { type Projection, onScreen } from "../../../marks/projection";
import { reachOf } from "../../../tools/line-gesture";
import { type Tool, edit, later } from "../../../tools/tool";
import { toolIcon } from "../../../tools/tool-button";
import { clingLine } from "../cling-line";
import { strokeOrHold } from "./stroke";

/** What a stroke stands for, by the way it runs on the screen. */
function kindOf(projection: Projection, [from, to]: readonly [Vec2, Vec2]): "plumb" | "sill" {
  const [a, b] = [onScreen(projection, from), onScreen(projection, to)];
  return a && b && Math.abs(b[0] - a[0]) > Math.abs(b[1] - a[1]) ? "sill" : "plumb";
}

/** Draws plumbs and sills; a line drawn clings to the edge under it unless Alt is held as it ends. */
export const LINE: Tool = {
  name: "plumb",
  label: say("Line"),
  words: say("Draw plumbs and sills"),
  key: "p",
  cursor: "crosshair",
  icon: toolIcon(
    <>
      <path d="M9 1v9" />
      <path d="M6 10h6l-3 7z" />
    </>,
  ),
  down: (at, hand) => {
    const reach = reachOf(hand);
    const kind = (ends: readonly [Vec2, Vec2]) => kindOf(hand.projection, ends);
    return strokeOrHold(at, hand, {
      kind,
      done: (ends, { alt }) => {
        const id = newId();
        return [
          edit(addLine(id, kind(ends), ends, reach)),
          { do: "set", state: { selected: id, selectedEnd: null, marks: true } },
          ...(alt ? [] : [later((bench, photo) => clingLine(bench, photo, id, reach))]),
        ];
      },
    });
  },
};
