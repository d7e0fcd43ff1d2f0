import { say } from "@/language";

/** Where a place lies in the frame, by rows from the top. */
export const PLACE_WORDS = [
  [say("Top left"), say("Top, in the middle"), say("Top right")],
  [say("Left, halfway up"), say("In the middle"), say("Right, halfway up")],
  [say("Bottom left"), say("Bottom, in the middle"), say("Bottom right")],
];

/** Which third of a length something lies in. */
export const thirdOf = (at: number, length: number): 0 | 1 | 2 =>
  Math.max(0, Math.min(2, Math.floor((3 * at) / length))) as 0 | 1 | 2;
