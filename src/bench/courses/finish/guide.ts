import { say } from "@/language";
import type { GuidePage } from "../guide-page";

export const guide: GuidePage = {
  title: say("Finish"),
  purpose: say("Gives back the sharpness that the correction took, place by place, and sets the tone."),
  steps: [
    say(
      "Drag a number's word sideways to set it: Shift goes in large steps, Alt in small ones. A double press resets it. Sums such as 12*8 can be typed.",
    ),
    say(
      "Even sharpness at 100 % is as sharp as shot. The map of the stretch crosses out what cannot be given back wholly.",
    ),
    say(
      "Level the light takes black, white and exposure as the picture proposes them. Neutral makes what is pressed on neutral.",
    ),
    say(
      "A wash or a dab makes a part lighter, warmer or sharper by itself; its edge may cling to the edges in the picture.",
    ),
    say(
      "Carry the settings to other photos of the visit: each gets a new version. Or save them as a recipe under a name, and see what it would change before it is put on another photo (F3).",
    ),
  ],
  keys: [
    [";", say("Make a place neutral")],
    ["Shift W", say("Wash")],
    ["Shift B", say("Dab")],
  ],
  picture: { name: "finish", shows: say("The reading room, windows held back and ceiling lifted") },
};
