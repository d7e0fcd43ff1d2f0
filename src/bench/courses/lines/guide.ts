import { say } from "@/language";
import type { GuidePage } from "../guide-page";

export const guide: GuidePage = {
  title: say("Lines"),
  purpose: say("Makes verticals vertical, horizontals level and walls true."),
  steps: [
    say(
      "Draw along an edge that is vertical in reality, one on each side of the building. Ends cling to edges; Alt holds that off.",
    ),
    say(
      "Draw along sills to turn a wall face-on. The schedule says how far each line was off, how far it still is, and which one the others speak against.",
    ),
    say("Ease takes a part of the correction back where a building made wholly vertical would look wrong."),
  ],
  keys: [
    ["P", say("Draw a line")],
    ["Q", say("Find lines")],
    ["J", say("Next line")],
  ],
  picture: { name: "lines", shows: say("Two plumbs and their schedule") },
};
