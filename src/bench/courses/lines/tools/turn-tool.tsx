import { say } from "@/language";
import { turnTo } from "@/core/edits";
import { MOVE } from "../../../tools/move-tool";
import { type Tool, edit } from "../../../tools/tool";
import { toolIcon } from "../../../tools/tool-button";

/** The corrected picture follows the pointer, or with Shift rolls about its middle. */
export const TURN: Tool = {
  name: "turn",
  label: say("Turn"),
  words: say("Turn the picture (Shift: roll)"),
  key: "r",
  corrected: true,
  cursor: "move",
  icon: toolIcon(
    <>
      <ellipse cx="9" cy="9" rx="7" ry="3" />
      <path d="M9 1.5v15" strokeDasharray="2 2" />
    </>,
  ),
  down: (at, hand) => {
    const { view, recipe, size } = hand.bench;
    if (view !== "corrected" || !at.recorded) return MOVE.down(at, hand);
    const { pitch, yaw, roll } = recipe.attitude;
    const turning = { from: at.plane, start: { pitch, yaw, roll }, roll: at.shift };
    return {
      keeps: "view",
      move: ({ plane }) => [edit(turnTo(turning, plane, size))],
      up: () => [],
      marks: () => ({ grid: true }),
    };
  },
};
