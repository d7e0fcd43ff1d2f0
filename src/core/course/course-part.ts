import type { z } from "zod";

/** A course's part of the recipe. */
export interface CoursePart<K extends string = string, S extends z.ZodRawShape = z.ZodRawShape> {
  readonly key: K;
  /** What the rail calls it. */
  readonly name: string;
  /** Whether it can be worked at already; the others are stones not yet laid in the product itself. */
  readonly ready: boolean;
  /** The recipe's keys that are the course's own, each with its schema and defaults. Absent means nothing done. */
  readonly shape: S;
  /** Whether a recipe settles anything in this course. */
  laid(recipe: { readonly [Key in keyof S]: z.output<S[Key]> }): boolean;
}

/** The shape of a course that has no keys yet. */
export const NO_KEYS: Record<never, never> = {};

/** Says a course's part, its types kept. */
export const coursePart = <const K extends string, S extends z.ZodRawShape>(part: CoursePart<K, S>): CoursePart<K, S> =>
  part;
