import { say } from "@/language";
import type { GuidePage } from "../guide-page";

export const guide: GuidePage = {
  title: say("Shape"),
  purpose: say(
    "Gives the building its true height and proportions; straightens what is bent, joins faces, keeps people's form.",
  ),
  steps: [
    say("Draw around something whose size you know, such as a door or a tile: the height follows, with its ±."),
    say("Without a measure, drag the height or keep something as tall as it was shot."),
    say("A taut line straightens what the picture shows bowed. A shield keeps the form of what is within it."),
  ],
  keys: [
    ["Shift R", say("Known rectangle")],
    ["Shift T", say("Tape: read off a distance")],
    ["[", say("Taut line")],
  ],
  picture: { name: "shape", shows: say("Known measures on the gable") },
};
