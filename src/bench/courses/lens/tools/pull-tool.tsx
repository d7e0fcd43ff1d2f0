import { say } from "@/language";
import { pullTo } from "@/core/edits";
import { isStitched } from "@/core/lens";
import { MOVE } from "../../../tools/move-tool";
import { type Tool, edit, pan } from "../../../tools/tool";
import { toolIcon } from "../../../tools/tool-button";

/** A bowed edge of the corrected picture, pulled until it is straight. */
export const PULL: Tool = {
  name: "pull",
  label: say("Pull"),
  words: say("Pull a bowed edge straight"),
  key: "b",
  corrected: true,
  cursor: "move",
  icon: toolIcon(
    <>
      <path d="M2 11C6 4 12 4 16 11" />
      <path d="M9 9v6M9 15l-2-2.2M9 15l2-2.2" />
    </>,
  ),
  down: (at, hand) => {
    const { view, recipe, size } = hand.bench;
    // What was stitched has no lens to be bowed by.
    if (view !== "corrected" || isStitched(recipe.lens.model)) return MOVE.down(at, hand);
    if (!at.recorded) return pan();
    const { map, lens } = hand.projection;
    const pull = { recorded: at.recorded, map, lens, settings: recipe.lens };
    return { keeps: "view", move: ({ plane }) => [edit(pullTo(pull, size, plane))], up: () => [] };
  },
};
