import { say } from "@/language";
import type { GuidePage } from "../guide-page";

export const guide: GuidePage = {
  title: say("Frame"),
  purpose: say("Crops what the correction moved, to a ratio and a size."),
  steps: [
    say("A clean frame is found by itself: without gaps, keeping most of what the picture shows."),
    say("Mark what must stay inside with Keep. Choose a ratio; drag sides to draw a frame of your own."),
    say("Say how large the picture is delivered: by pixels, print size or scale."),
  ],
  keys: [
    ["Shift K", say("Keep a spot or an area")],
    ["Shift Q", say("Quarter turn")],
  ],
  picture: { name: "frame", shows: say("The frame over what the correction moved") },
};
