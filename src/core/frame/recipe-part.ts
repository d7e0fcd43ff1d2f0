import { z } from "zod";
import { pixels, point } from "../course";

const side = z.number().positive().max(1e7);

/** Cells of a grid over the photo at most, along each side. */
const MOST_CELLS = 64;
const cells = z.number().int().positive().max(MOST_CELLS);

const detail = z
  .strictObject({
    columns: cells,
    rows: cells,
    weights: z
      .string()
      .regex(/^[0-9]+$/)
      .max(MOST_CELLS ** 2)
      .describe("A digit a cell, rows from the top"),
  })
  .refine((d) => d.weights.length === d.columns * d.rows, "There must be one digit a cell.");

const dpi = z.number().min(10).max(4800);
/** What a picture is delivered at, in a recipe and in what an assignment keeps. */
export const outputSchema = z.discriminatedUnion("kind", [
  z.strictObject({ kind: z.literal("long"), px: z.number().int().min(16).max(200_000) }),
  z.strictObject({ kind: z.literal("megapixels"), megapixels: z.number().min(0.01).max(1000) }),
  z.strictObject({ kind: z.literal("print"), cm: z.number().min(0.5).max(2000).describe("Longer side"), dpi }),
  z.strictObject({ kind: z.literal("scale"), to: z.number().min(1).max(5000).describe("1:50 is 50"), dpi }),
]);

/** The frame in a recipe. */
export const frameSettings = z.strictObject({
  on: z.boolean().default(true),
  rule: z.enum(["clean", "free"]).default("clean"),
  ratio: z.number().min(0.05).max(20).nullable().default(null).describe("Width / height; null: free"),
  rect: z
    .tuple([pixels, pixels, side, side])
    .nullable()
    .default(null)
    .describe("x, y, width, height in pixels of the corrected plane"),
  keep: z
    .array(
      z.strictObject({
        id: z.string().min(1).max(100),
        at: point,
        to: point.optional().describe("The opposite corner of a small area; absent: a spot"),
      }),
    )
    .max(200)
    .optional()
    .describe("Spots that must stay inside a clean frame, pixels of the original"),
  prefer: z.literal("area").optional().describe("A clean frame is the largest; absent: it keeps most of what is shown"),
  turn: z
    .union([z.literal(1), z.literal(2), z.literal(3)])
    .optional()
    .describe("Quarter turns clockwise, last of all"),
  mirror: z.literal(true).optional().describe("Left and right exchanged, after turning"),
  output: outputSchema.optional().describe("What it is delivered at; absent: a pixel for each of the plane's"),
  bar: z.literal(true).optional().describe("A scale bar in the lower left, where a measure tells the scale"),
  detail: detail.optional().describe("What the photo shows, as it was weighed; without it the largest frame holds"),
});

export type FrameDetail = z.output<typeof detail>;

export type KeepMark = NonNullable<z.output<typeof frameSettings>["keep"]>[number];
/** A recipe's keep marks; most have none. */
export const keepMarksOf = (recipe: { readonly frame: Pick<FrameSettings, "keep"> }): readonly KeepMark[] =>
  recipe.frame.keep ?? [];

export type FrameSettings = z.output<typeof frameSettings>;
