import { versionState } from "@/client/version-state";
import type { CourseKey, Recipe } from "@/core/recipe";

/** What the picture can be compared with. */
export type Side =
  | { readonly kind: "now" }
  | { readonly kind: "as-shot" }
  /** As it is now, but for one course. */
  | { readonly kind: "without"; readonly course: CourseKey }
  /** A recipe of before, or of another version. */
  | { readonly kind: "recipe"; readonly id: string; readonly words: string; readonly recipe: Recipe };

/** How two pictures are compared. */
export const WAYS = ["hold", "blink", "wipe", "beside", "above", "difference"] as const;
export type Way = (typeof WAYS)[number];

interface CompareState {
  /** Null: nothing is compared. */
  readonly way: Way | null;
  readonly other: Side;
  /** Whether hold or blink show the other one at present. */
  readonly front: boolean;
  /** From one blink to the next, ms; null: by the key only. */
  readonly pace: number | null;
  /** The wipe's edge: its middle, shares of the field, and how far it is turned from standing, degrees. */
  readonly edge: { readonly at: readonly [number, number]; readonly angle: number };
}

/** Paces of blinking, ms; the last waits for the key. */
export const PACES = [300, 600, 1200, null] as const;

export const useCompare = versionState("compare", (): CompareState => ({
  way: null,
  other: { kind: "as-shot" },
  front: false,
  pace: 600,
  edge: { at: [0.5, 0.5], angle: 0 },
}));

export const comparing = (): boolean => useCompare.getState().way !== null;
export const endComparing = (): void => useCompare.setState({ way: null, front: false });
