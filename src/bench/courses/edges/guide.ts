import { say } from "@/language";
import type { GuidePage } from "../guide-page";

export const guide: GuidePage = {
  title: say("Edges"),
  purpose: say("Fills the gaps that remain, and mends by hand."),
  steps: [
    say("Choose for every gap: filled, plain, trimmed, bent shut or left. Another answer is one press away."),
    say(
      "Mend what should not be there by drawing over it. Graft copies from a chosen place, along a wall or floor if asked.",
    ),
    say("What is made up is marked, and a mask of it can be delivered beside the picture."),
  ],
  keys: [
    ["Shift F", say("Fill the gaps")],
    ["Shift M", say("Mend")],
    ["Shift P", say("Graft")],
  ],
  picture: { name: "edges", shows: say("Gaps filled beside the wing") },
};
