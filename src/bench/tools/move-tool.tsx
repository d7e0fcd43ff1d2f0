import { say } from "@/language";
import { gridGrip } from "../check/grid-grip";
import { type Tool, letGo, taken } from "./tool";
import { toolIcon } from "./tool-button";

/** In every course: moves the picture, and whatever the course offers to be taken hold of. */
export const MOVE: Tool = {
  name: "move",
  label: say("Move"),
  words: say("Move the picture, select marks"),
  key: "m",
  cursor: "default",
  icon: toolIcon(
    <path d="M9 2v14M2 9h14M9 2L7 4.4M9 2l2 2.4M9 16l-2-2.4M9 16l2-2.4M2 9l2.4-2M2 9l2.4 2M16 9l-2.4-2M16 9l-2.4 2" />,
  ),
  down: (at, hand) => {
    const held = taken(hand.grips, at, hand) ?? letGo(hand);
    // A line of the grid comes before moving the picture, and after marks; a press without a move is what it was.
    const grid = held.pans ? gridGrip(at, hand) : null;
    return grid ? { ...grid, begins: held.begins ?? [], up: held.up } : held;
  },
};
