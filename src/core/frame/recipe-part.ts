import { z } from "zod";
import { coursePart, pixels, point } from "../course";

const side = z.number().positive().max(1e7);

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
});

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
  laid: (recipe) => keepMarksOf(recipe).length > 0 || recipe.frame.ratio !== null || recipe.frame.rule === "free",
});
