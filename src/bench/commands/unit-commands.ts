import { say } from "@/language";
import { UNIT_CHOICES, type UnitChoice, chooseUnits, notify, useUnits } from "@/ui";
import type { Command } from "./command";

const UNIT_WORDS: Record<UnitChoice, () => string> = {
  "by-language": () => say("Lengths are shown as the browser's language has them."),
  metric: () => say("Lengths are shown in metres and centimetres."),
  feet: () => say("Lengths are shown in feet and inches."),
};

/** What lengths are shown in, one choice after the other. */
export const UNIT_COMMANDS: readonly Command[] = [
  {
    id: "units",
    words: say("Lengths: metric, in feet, or as the browser's language has them"),
    group: "look",
    keys: [],
    run: () => {
      const next = UNIT_CHOICES[(UNIT_CHOICES.indexOf(useUnits.getState().choice) + 1) % UNIT_CHOICES.length]!;
      chooseUnits(next);
      notify(UNIT_WORDS[next]());
    },
  },
];
