import { z } from "zod";
import { point } from "../course";

const line = z.strictObject({
  id: z.string().min(1).max(64),
  kind: z.enum(["plumb", "sill", "taut"]),
  points: z.array(point).min(2).max(10_000).describe("Pixels of the original, as recorded"),
  on: z.boolean().default(true),
  sigma: z
    .number()
    .min(0.01)
    .max(50)
    .optional()
    .describe("How well an end is placed across the line, pixels; absent: as a hand places it"),
  wall: z
    .string()
    .min(1)
    .max(64)
    .optional()
    .describe("Sills of one name are on one wall; absent: found out from their directions"),
});

const face = z.strictObject({
  id: z.string().min(1).max(64),
  corners: z.array(point).length(4).describe("Pixels of the original: top left, top right, bottom right, bottom left"),
  on: z.boolean().default(true),
});

const angles = z.strictObject({
  pitch: z.number().min(-89).max(89).default(0),
  yaw: z.number().min(-89).max(89).default(0),
  roll: z.number().min(-180).max(180).default(0),
});

const attitude = z.strictObject({
  on: z.boolean().default(true),
  from: z.enum(["lines", "by-hand"]).default("lines"),
  pitch: z.number().min(-89).max(89).default(0).describe("Degrees, up positive"),
  yaw: z.number().min(-89).max(89).default(0).describe("Degrees, right positive"),
  roll: z.number().min(-180).max(180).default(0).describe("Degrees, clockwise positive"),
  trim: angles.prefault({}).describe("Set by hand on top of what the lines say, and contained in the angles; degrees"),
  face: z
    .union([z.enum(["auto", "none"]), z.strictObject({ line: z.string().min(1).max(70) })])
    .default("auto")
    .describe("The wall to turn face-on: found out, none, or the one the line named is on"),
  ease: z
    .strictObject({ plumb: z.number().min(0).max(1).default(1), sill: z.number().min(0).max(1).default(1) })
    .prefault({}),
});

/** More points than anyone marks by hand, in all lines together. */
const MOST_POINTS = 200_000;

const lines = z
  .array(line)
  .max(10_000)
  .default([])
  .refine((all) => new Set(all.map((l) => l.id)).size === all.length, "Two lines have the same id.")
  .refine(
    (all) => all.reduce((sum, l) => sum + l.points.length, 0) <= MOST_POINTS,
    `All lines together may have up to ${MOST_POINTS} points.`,
  );

export type Line = z.output<typeof line>;
export type Face = z.output<typeof face>;
export type AttitudeSettings = z.output<typeof attitude>;

/** What Lines adds to the recipe. */
export const linesKeys = { lines, faces: z.array(face).max(200).default([]), attitude: attitude.prefault({}) };
