import { type Words } from "../language";
import type { z } from "zod";
import type { Rect, Size } from "../geometry";
import type { NumberSetting } from "./number-setting";
import type { PlaneStep } from "./plane-step";
import type { RasterStep } from "./raster-step";

type Optional<S extends z.ZodRawShape> = {
  [K in keyof S]: undefined extends z.output<S[K]> ? K : never;
}[keyof S];

/** What a recipe has of a course's keys. */
export type Keys<S extends z.ZodRawShape> = { readonly [K in Exclude<keyof S, Optional<S>>]: z.output<S[K]> } & {
  readonly [K in Optional<S>]?: z.output<S[K]>;
};

/** So many things of a kind, in words; one has no number. */
export type Things = (count: number) => Words;

/** Marks of one kind in a recipe, told in history: "2 plumbs drawn". */
export interface MarkList<R> {
  of(recipe: R): readonly { readonly id: string }[];
  /** What one of them is called. */
  things(mark: never): Things;
  /** They solve the course's settings: that these changed, too, is told besides. */
  readonly apart?: true;
}

/** What lies beneath a step: all steps nearer to the recorded picture. */
export interface Beneath {
  /** As one. */
  chain(): PlaneStep;
  /** What they depend on, as one text. */
  key(): string;
}

/** A step that moves coordinates, as a course declares it. */
export interface PlaneStepMaker<R> {
  /**
   * All of the recipe that it depends on, but for what its beneath depends on: where two recipes give the same here, JSON for JSON,
   * everything is moved alike. Caches, and the names of what is kept on disk, are made from it.
   */
  inputs(recipe: R): readonly unknown[];
  /** Null where it leaves everything where it is. @param moving asks for a quick one, while something is dragged. */
  make(recipe: R, size: Size, beneath: Beneath, moving: boolean): PlaneStep | null;
  /** Whether it does what all steps beneath it do, in one: then those are not made. */
  standsForAll?(recipe: R): boolean;
}

/** What a step on pixels may know beside the recipe. */
export interface Finished {
  /** All plane steps as one. */
  readonly plane: PlaneStep;
  /** Pixels of the picture that is made, to one of the plane. */
  readonly scale: number;
  /** Pixels of the plane. */
  readonly frame: Rect;
}

/** A step on pixels as a course declares it; null where it changes nothing. */
export type RasterStepMaker<R> = (recipe: R, size: Size, finished: Finished) => RasterStep | null;

/**
 * What a course is to the core, in one place: its part of the recipe, its steps in the chain, how it is carried and told.
 * `R` is a settled recipe with as much in it as its steps take.
 */
export interface CoursePart<
  K extends string = string,
  S extends z.ZodRawShape = z.ZodRawShape,
  P = unknown,
  F = unknown,
> {
  readonly key: K;
  /** What the rail calls it. */
  readonly name: Words;
  /** The recipe's keys that are the course's own, each with its schema and defaults. Absent means nothing done. */
  readonly keys: S;
  /** Whether a recipe settles anything in this course. */
  laid(recipe: Keys<S>): boolean;
  /** Its steps, from the recorded picture to the corrected plane, after those of the courses before it. */
  readonly plane?: readonly PlaneStepMaker<P>[];
  /** Its steps on pixels, in the order in which they run, after those of the courses before it. */
  readonly raster?: readonly RasterStepMaker<F>[];
  /**
   * What goes to another photo: how the course is set, not what was marked on this photo. @returns all of the course's keys as the other
   * photo then has them; a key that is left out goes.
   */
  carried(from: Keys<S>, onto: Keys<S>): Keys<S>;
  /** What is said of it where courses to carry are chosen: what goes, and what stays. */
  readonly carries: Words;
  readonly told: CourseTold<Keys<S>>;
}

/** How history tells what was done in a course. */
export interface CourseTold<R> {
  readonly marks: readonly MarkList<R>[];
  readonly numbers: readonly { readonly setting: NumberSetting; of(recipe: R): number | undefined }[];
  /** Everything that somebody may have changed; what nobody did is left out. */
  all(recipe: R): unknown;
  /** Whether it is applied, not left out. */
  on(recipe: R): boolean;
  /** Said where something changed that neither marks nor numbers tell. */
  readonly rest: Words;
}

/** Says a course's part, its types kept. */
export const coursePart = <const K extends string, S extends z.ZodRawShape, P = unknown, F = unknown>(
  part: CoursePart<K, S, P, F>,
): CoursePart<K, S, P, F> => part;
