import { say } from "@/language";
import type { Command } from "../commands/command";
import { useReviewing } from "./review-state";

/** What is said of a photo while what a batch did is looked through. */
export const REVIEW_COMMANDS: readonly Command[] = [
  {
    id: "review-good",
    words: say("Review: it is good, next"),
    group: "steps",
    keys: ["Ctrl+Enter"],
    can: () => useReviewing.getState().acts !== null,
    run: () => useReviewing.getState().acts?.good(),
  },
  {
    id: "review-take-back",
    words: say("Review: take back what was done here, next"),
    group: "steps",
    keys: ["Ctrl+Backspace"],
    can: () => useReviewing.getState().acts !== null,
    run: () => useReviewing.getState().acts?.takeBack(),
  },
];
