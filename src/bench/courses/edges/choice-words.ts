import { say } from "@/language";
import type { GapChoice, Side } from "@/core/edges";

/** What can become of a gap, in words. */
export const CHOICE_WORDS: Record<GapChoice, string> = {
  leave: say("Leave"),
  plain: say("Colour"),
  fill: say("Fill"),
  trim: say("Trim"),
  bend: say("Bend"),
};

/** What a gap is called by where it lies. */
export const PLACES: Record<Side, string> = {
  left: say("left"),
  top: say("top"),
  right: say("right"),
  bottom: say("bottom"),
};
