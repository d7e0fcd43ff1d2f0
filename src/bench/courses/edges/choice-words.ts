import { say } from "@/language";
import type { GapChoice } from "@/core/edges";

/** What can become of a gap, in words. */
export const CHOICE_WORDS: Record<GapChoice, string> = {
  leave: say("Leave"),
  plain: say("Colour"),
  fill: say("Fill"),
  trim: say("Trim"),
  bend: say("Bend"),
};
