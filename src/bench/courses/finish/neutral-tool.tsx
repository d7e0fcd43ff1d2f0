import { say } from "@/language";
import { neutralAt } from "@/core/edits";
import { type Tool, edit, pan } from "../../tools/tool";
import { toolIcon } from "../../tools/tool-button";

/** Makes what is pressed on neutral: something white or grey in reality. */
export const NEUTRAL: Tool = {
  name: "neutral",
  label: say("Neutral"),
  words: say("Make a place neutral: press on something white or grey in reality"),
  key: ";",
  cursor: "crosshair",
  corrected: true,
  icon: toolIcon(
    <>
      <circle cx="9" cy="9" r="6.5" />
      <path d="M9 2.5v13M9 5.5h4.6M9 9h6.5M9 12.5h4.6" />
    </>,
  ),
  hint: () => say("Press on something that is white or grey in reality."),
  down: (at, hand) => {
    const shown = hand.colourAt?.(at.screen);
    if (!shown) return pan();
    return { move: () => [], up: () => [edit(neutralAt(shown))] };
  },
};
