import { versionState } from "@/client/version-state";
import type { ShownFill } from "@/client/shown-fill";

/** Answers of a fill that are looked at side by side. */
export const SIDE_BY_SIDE = 4;

interface Answers {
  /** What the gaps' fill depends on but for its seed; null: nothing is looked at side by side. */
  readonly of: string | null;
  /** The first of their numbers. */
  readonly first: number;
  /** As they come; null where one is not there yet. */
  readonly fills: readonly (ShownFill | null)[];
  readonly error: string | null;
}

export const NO_ANSWERS: Answers = { of: null, first: 1, fills: [], error: null };

export const useAnswers = versionState("answers", () => NO_ANSWERS);
