import { z } from "zod";
import { SWITCHED } from "../edits";
import { courseKey } from "./photos";

/** The exposures of one bracket, the middle one first. */
const bracket = z.array(z.uuid()).min(2).max(20);

/** What is done to many photos at once. */
export const batchAction = z.discriminatedUnion("kind", [
  /** The first answer is taken where nothing has been done yet; the exposures of a bracket take that of its middle one. */
  z.object({ kind: z.literal("true-up"), brackets: z.array(bracket).max(5000).optional() }),
  /** Everything is taken off again, as a new state; the old ones are kept. */
  z.object({ kind: z.literal("reset") }),
  /** How courses are set in a version, as a new state of each. */
  z.object({ kind: z.literal("carry"), versionId: z.uuid(), courses: z.array(courseKey).min(1) }),
  /** Courses taken out, or put back in. */
  z.object({ kind: z.literal("switch"), course: z.enum(SWITCHED), on: z.boolean() }),
  /** Brackets blended, each into a photo of its own; what is chosen are their middle exposures. */
  z.object({ kind: z.literal("blend"), brackets: z.array(bracket).min(1).max(5000) }),
  /** A copy of the version to deliver. */
  z.object({ kind: z.literal("new-version") }),
]);
export type BatchAction = z.output<typeof batchAction>;

/** What came of one photo: it waits, it was done, it was left as it is, it failed, or it was taken back. */
export const ITEM_STATES = ["waiting", "done", "left", "failed", "undone"] as const;
export type ItemState = (typeof ITEM_STATES)[number];

export const batchAnswer = z.object({
  id: z.uuid(),
  action: batchAction,
  createdAt: z.iso.datetime(),
  /** It was told to stop: what waited is left as it is. */
  stopped: z.boolean(),
  undone: z.boolean(),
  items: z.array(
    z.object({
      photoId: z.uuid(),
      state: z.enum(ITEM_STATES),
      /** Why it was left or failed, or what was done; in words. */
      words: z.string(),
      /** Why a person should look at it, in words. */
      review: z.array(z.string()),
      versionId: z.uuid().nullable(),
      /** A person has looked at it and found it good. */
      reviewed: z.boolean(),
    }),
  ),
  /** Seconds that what waits will take, by how long the others took; null while none is done. */
  secondsLeft: z.number().nullable(),
});
export type Batch = z.output<typeof batchAnswer>;
