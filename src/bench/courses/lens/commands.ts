import { say } from "@/language";
import type { Command } from "../../commands/command";

export const LENS_COMMANDS: readonly Command[] = [
  {
    id: "take-profile",
    words: say("Take the lens profile that fits"),
    group: "lens",
    keys: ["l"],
    can: ({ takeProfile }) => takeProfile !== null,
    run: ({ takeProfile }) => takeProfile?.(),
  },
];
