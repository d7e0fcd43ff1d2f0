import { z } from "zod";
import { coursePart, point } from "../course";

const named = { id: z.string().min(1).max(100), on: z.boolean().default(true), wall: z.string().max(100).optional() };
const extent = z.number().positive().max(1e6);
const corners = z.tuple([point, point, point, point]).describe("Top left, top right, bottom right, bottom left");

const measure = z.discriminatedUnion("kind", [
  z.strictObject({ kind: z.literal("rectangle"), points: corners, width: extent, height: extent, ...named }),
  z.strictObject({
    kind: z.literal("grid"),
    points: corners,
    columns: z.number().int().positive().max(1000),
    rows: z.number().int().positive().max(1000),
    width: extent.describe("Of one tile"),
    height: extent.describe("Of one tile"),
    ...named,
  }),
  z.strictObject({
    kind: z.literal("ellipse"),
    points: z.array(point).min(5).max(2000).describe("Along its edge"),
    width: extent,
    height: extent,
    ...named,
  }),
  z.strictObject({ kind: z.literal("length"), points: z.tuple([point, point]), length: extent, ...named }),
]);

/** Something of known shape or size, marked in the picture: points in pixels of the original, extents in metres or any one unit. */
export type KnownMeasure = z.output<typeof measure>;

/** Factors on heights beyond which nothing is a building. */
const HEIGHTS = [0.1, 10] as const;
export const clampedHeight = (height: number): number => Math.max(HEIGHTS[0], Math.min(HEIGHTS[1], height));

const proportion = z.strictObject({
  on: z.boolean().default(true),
  height: z.number().min(HEIGHTS[0]).max(HEIGHTS[1]).default(1).describe("Factor on y about the principal point"),
  measures: z.array(measure).max(200).optional(),
});

export type ProportionSettings = z.output<typeof proportion>;

/** A recipe's known measures that count; most have none. */
export const measuresOf = ({ proportion: { measures } }: { readonly proportion: ProportionSettings }): KnownMeasure[] =>
  (measures ?? []).filter((m) => m.on);

/** Course 3: how tall the building really is; what is flat, straight or must keep its form is to come. */
export const proportionPart = coursePart({
  key: "proportion",
  name: "Shape",
  ready: false,
  shape: { proportion: proportion.prefault({}) },
  laid: (recipe) => recipe.proportion.height !== 1,
});
