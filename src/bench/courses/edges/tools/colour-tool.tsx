import { say } from "@/language";
import { gapColour, gapChoice } from "@/core/edits";
import { SIDES, type Side, choiceFor } from "@/core/edges";
import { useFillState } from "../../../made-up/fill-state";
import { type Hand, type Tool, edit, pan } from "../../../tools/tool";
import { toolIcon } from "../../../tools/tool-button";

const hex = (rgb: readonly number[]): string => `#${rgb.map((v) => v.toString(16).padStart(2, "0")).join("")}`;

/** The gap that a colour is picked for: the one it was asked for, else the first that has a colour. */
const sideFor = ({ bench: { recipe } }: Hand): Side | null =>
  useFillState.getState().pickFor ?? SIDES.find((side) => choiceFor(recipe.edges, side).do === "plain") ?? null;

/** Takes the colour of a plain gap from the picture. */
export const COLOUR: Tool = {
  name: "colour",
  label: say("Colour"),
  words: say("Take a gap's colour from the picture"),
  key: "Shift+j",
  cursor: "crosshair",
  corrected: true,
  icon: toolIcon(
    <>
      <path d="M9 2.5c2.6 3.4 4.4 5.8 4.4 8.2A4.4 4.4 0 0 1 9 15.2a4.4 4.4 0 0 1-4.4-4.5C4.6 8.3 6.4 5.9 9 2.5z" />
      <path d="M9 12.6a2 2 0 0 1-2-2" />
    </>,
  ),
  hint: () => say("Press on the picture where it has the colour that the gap should get."),
  down: (at, hand) => {
    const side = sideFor(hand);
    const colour = hand.colourAt?.(at.screen);
    if (!side || !colour) return pan();
    const { do: choice } = choiceFor(hand.bench.recipe.edges, side);
    return {
      move: () => [],
      up: () => [...(choice === "plain" ? [] : [edit(gapChoice(side, "plain"))]), edit(gapColour(side, hex(colour)))],
    };
  },
};
