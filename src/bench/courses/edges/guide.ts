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
    say("Thing takes hold of a whole post, bin or sign by a press: take it out, or say that no fill copies it."),
    say("What is made up is marked, and a mask of it can be delivered beside the picture."),
    say("Look at the places that the fill is unsure of: they are listed, and Hatch shows them."),
  ],
  keys: [
    ["Shift F", say("Fill the gaps")],
    ["Shift Q", say("Hatch what of the fill may be off")],
    ["Shift M", say("Mend")],
    ["Ctrl M", say("Thing")],
    ["Shift P", say("Graft")],
  ],
  picture: { name: "edges", shows: say("Gaps filled beside the wing") },
};
