import { tell } from "./words";

/** The sides of a picture, or of something in it, within a sentence. */
export const SIDE_WORDS = {
  left: tell("left"),
  right: tell("right"),
  top: tell("top"),
  bottom: tell("bottom"),
} as const;
