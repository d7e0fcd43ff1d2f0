import { z } from "zod";
import { deliveryOptions } from "./delivery-options";

/** One way in which each photo of a set is delivered. */
export const setOutput = z.object({
  /** Takes the place of {output} in names. */
  name: z.string().trim().max(40),
  options: deliveryOptions,
  /** Longer side, pixels; null: as large as the version says. */
  long: z.number().int().min(16).max(200_000).nullable(),
});
export type SetOutput = z.output<typeof setOutput>;

/** What is delivered together. */
export const setOrder = z.object({
  photoIds: z.array(z.uuid()).min(1).max(5000),
  outputs: z.array(setOutput).min(1).max(6),
  /** Of the files' names; see delivery-names. */
  pattern: z.string().trim().min(1).max(200),
});

/** A set kept under a name, for all visits. */
export const keepSet = setOrder.omit({ photoIds: true }).extend({ name: z.string().trim().min(1).max(60) });
export const keptSet = keepSet.extend({ id: z.uuid(), createdAt: z.iso.datetime() });
export type KeptSet = z.output<typeof keptSet>;

export const setAnswer = z.object({
  id: z.uuid(),
  createdAt: z.iso.datetime(),
  files: z.array(
    z.object({
      id: z.uuid(),
      photoId: z.uuid(),
      name: z.string(),
      state: z.enum(["queued", "rendering", "done", "failed", "cancelled"]),
      progress: z.number(),
      error: z.string().nullable(),
      bytes: z.number().nullable(),
    }),
  ),
});
export type DeliverySet = z.output<typeof setAnswer>;
