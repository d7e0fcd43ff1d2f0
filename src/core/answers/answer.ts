import type { Recipe } from "../recipe";
import type { Measured, Terms } from "./cost";

/** The ways to correct a photo that are proposed. */
export const ANSWERS = ["plumb", "face-on", "eased", "horizon", "as-shot"] as const;
export type AnswerKey = (typeof ANSWERS)[number];

/** What a frame leaves out that the photo held whole. */
export type Cut = "roof" | "foot";

/** Why an answer comes where it does; put into words by whyWords. */
export type Why =
  | { readonly id: "true-already" }
  | { readonly id: "nearly-faced"; readonly heading: number }
  | { readonly id: "asked" }
  | { readonly id: "house-style" }
  | { readonly id: "turning-draws-out"; readonly stretch: number }
  | { readonly id: "turning-keeps"; readonly kept: number }
  | { readonly id: "turning-empties"; readonly empty: number }
  | { readonly id: "turning-aslant"; readonly heading: number }
  | { readonly id: "turning-some"; readonly share: number }
  | { readonly id: "no-wall" }
  | { readonly id: "full-draws-out"; readonly stretch: number }
  | { readonly id: "full-keeps"; readonly kept: number }
  | { readonly id: "full-cuts"; readonly cut: Cut }
  | { readonly id: "full-costs-more" }
  | { readonly id: "horizon-alone" }
  | { readonly id: "horizon-told" }
  | { readonly id: "habit"; readonly photos: number }
  | { readonly id: "too-much-lost" };

/** A wall that may be turned face-on. */
export interface TurnedWall {
  /** The id of a line that is on it. */
  readonly line: string;
  /** How far it stands aslant, degrees. */
  readonly heading: number;
  /** Share of all level edges' length that is its own, 0…1. */
  readonly share: number;
  /** Which group of the proposal's edges it is. */
  readonly group: string;
}

/** One way to correct a photo, with what it costs. */
export interface Answer {
  readonly key: AnswerKey;
  readonly wall: TurnedWall | null;
  /** How far the turned wall's far end is drawn out, in the frame or not, times; 1 without one. */
  readonly farEnd: number;
  /** Share of the verticals' correction, 0…1. */
  readonly ease: number;
  /** The recipe as it would be. */
  readonly recipe: Recipe;
  readonly measured: Measured;
  readonly cut: readonly Cut[];
  readonly terms: Terms;
  readonly cost: number;
  /** By how much things look too tall in its middle, as a share; 0 where verticals are taken in full. */
  readonly tooTall: number;
}

/** What the last photos of a visit were given alike. */
export interface Habit {
  /** Walls left in perspective that could have been turned, or verticals to one share; null: no common way. */
  readonly way: "plumb" | "eased" | null;
  /** The share of the verticals where they were eased, 0…1. */
  readonly ease: number | null;
  /** Width / height of their frames; null: they differ, or were left free. */
  readonly ratio: number | null;
  /** How many photos say so. */
  readonly photos: number;
}

/** The answers for a photo, the one with the least cost first. */
export interface Judgement {
  readonly answers: readonly Answer[];
  readonly why: Why;
  /** What the visit's last photos were given alike, where the first answer follows it. */
  readonly follows?: Habit;
}
