import { say } from "@/language";
import type { GuidePage } from "../guide-page";

export const guide: GuidePage = {
  title: say("Lens"),
  purpose: say(
    "Takes out what the lens bowed, its colour fringes and its dark corners. It comes first: no straight line fits a bowed edge.",
  ),
  steps: [
    say("Where a profile fits the photo's lens and focal length it is offered: press L to take it."),
    say(
      "Without one, measure the lens from the picture's own edges, trace edges that are straight in reality, or photograph a chart.",
    ),
    say("A picture that was stitched is laid out again from its cylinder or sphere, under Projection."),
  ],
  keys: [
    ["L", say("Take the profile that fits")],
    ["T", say("Trace an edge")],
    ["G", say("Grid over the picture")],
  ],
  picture: { name: "lens", shows: say("The lens by numbers, and its curves") },
};
