import type { Words } from "../../language";

/** A sentence about the lines, with a code for the interface to act on. */
export interface LineMessage {
  readonly code:
    | "none"
    | "one"
    | "missing"
    | "undetermined"
    | "uncertain"
    | "contradicts"
    | "outside"
    | "misfit"
    | "lens"
    | "two-walls"
    | "agree"
    | "face"
    | "focal";
  readonly text: Words;
  /** The lines it speaks of. */
  readonly lines: readonly string[];
}
