import { z } from "zod";
import { point } from "../../course";

/** Units in which sizes are shown; they are kept in metres. "ratio": only the shape is known, not the size. */
export const UNITS = { mm: 0.001, cm: 0.01, m: 1, ft: 0.3048, in: 0.0254, ratio: 1 } as const;
export type Unit = keyof typeof UNITS;

const named = {
  id: z.string().min(1).max(100),
  on: z.boolean().default(true),
  wall: z
    .string()
    .max(100)
    .optional()
    .describe(
      'What it lies on: "floor", "own" (a wall whose heading it tells itself), or a sill\'s id; absent: what fits',
    ),
  unit: z
    .enum(Object.keys(UNITS) as [Unit, ...Unit[]])
    .optional()
    .describe("Shown in; ratio: tells no size"),
};
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

/** Something of known shape or size, marked in the picture: points in pixels of the original, extents in metres. */
export type KnownMeasure = z.output<typeof measure>;

/** Factors on heights beyond which nothing is a building. */
const HEIGHTS = [0.1, 10] as const;
export const clampedHeight = (height: number): number => Math.max(HEIGHTS[0], Math.min(HEIGHTS[1], height));

/** What a change of height leaves as large as it is: the picture's width, its height, or its area. */
export const KEEPS = ["width", "height", "area"] as const;

const proportion = z.strictObject({
  on: z.boolean().default(true),
  from: z.enum(["measures", "by-hand"]).optional().describe("Where the height comes from"),
  keeps: z.enum(KEEPS).optional().describe("What stays as large as it is; absent: the width"),
  height: z
    .number()
    .min(HEIGHTS[0])
    .max(HEIGHTS[1])
    .default(1)
    .describe("Heights over widths, against what the camera saw"),
  perPixel: z.number().positive().max(1e6).optional().describe("Metres to a pixel of the corrected plane, as measured"),
  measures: z.array(measure).max(200).optional(),
});

export type ProportionSettings = z.output<typeof proportion>;

/** A recipe's known measures that count; most have none. */
export const measuresOf = ({ proportion: { measures } }: { readonly proportion: ProportionSettings }): KnownMeasure[] =>
  (measures ?? []).filter((m) => m.on);

/** Factors on x and y that a proportion's height comes to. */
export function factorsOf({ height, keeps }: ProportionSettings): readonly [number, number] {
  if (keeps === "height") return [1 / height, 1];
  return keeps === "area" ? [1 / Math.sqrt(height), Math.sqrt(height)] : [1, height];
}

/** What the proportion adds to the recipe. */
export const proportionKeys = { proportion: proportion.prefault({}) };

export const proportionLaid = ({
  proportion: { height, measures },
}: {
  readonly proportion: ProportionSettings;
}): boolean => height !== 1 || (measures ?? []).length > 0;
