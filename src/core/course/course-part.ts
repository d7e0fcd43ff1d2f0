import type { z } from "zod";

type Optional<S extends z.ZodRawShape> = {
  [K in keyof S]: undefined extends z.output<S[K]> ? K : never;
}[keyof S];

/** What a recipe has of a course's keys. */
type Keys<S extends z.ZodRawShape> = { readonly [K in Exclude<keyof S, Optional<S>>]: z.output<S[K]> } & {
  readonly [K in Optional<S>]?: z.output<S[K]>;
};

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
  laid(recipe: Keys<S>): boolean;
}

/** The shape of a course that has no keys yet. */
export const NO_KEYS: Record<never, never> = {};

/** Says a course's part, its types kept. */
export const coursePart = <const K extends string, S extends z.ZodRawShape>(part: CoursePart<K, S>): CoursePart<K, S> =>
  part;
