import { z } from "zod";
import { coursePart, pixels, point } from "../course";

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

const frame = z.strictObject({
  on: z.boolean().default(true),
  rule: z.enum(["clean", "free"]).default("clean"),
  ratio: z.number().min(0.05).max(20).nullable().default(null).describe("Width / height; null: free"),
  rect: z
    .tuple([pixels, pixels, side, side])
    .nullable()
    .default(null)
    .describe("x, y, width, height in pixels of the corrected plane"),
  keep: z
    .array(z.strictObject({ id: z.string().min(1).max(100), at: point }))
    .max(200)
    .optional()
    .describe("Spots that must stay inside a clean frame, pixels of the original"),
  prefer: z.literal("area").optional().describe("A clean frame is the largest; absent: it keeps most of what is shown"),
  detail: detail.optional().describe("What the photo shows, as it was weighed; without it the largest frame holds"),
});

export type FrameDetail = z.output<typeof detail>;

export type KeepMark = NonNullable<z.output<typeof frame>["keep"]>[number];
/** A recipe's keep marks; most have none. */
export const keepMarksOf = (recipe: { readonly frame: Pick<FrameSettings, "keep"> }): readonly KeepMark[] =>
  recipe.frame.keep ?? [];

export type FrameSettings = z.output<typeof frame>;

/** Course 4: what stays in the picture. */
export const framePart = coursePart({
  key: "frame",
  name: "Frame",
  ready: true,
  shape: { frame: frame.prefault({}) },
  laid: (recipe) =>
    keepMarksOf(recipe).length > 0 ||
    recipe.frame.ratio !== null ||
    recipe.frame.rule === "free" ||
    recipe.frame.prefer === "area",
});
