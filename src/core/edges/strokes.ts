import { z } from "zod";
import { point } from "../course";

/** What a stroke does: mends from around, or grafts from a chosen place. */
export const STROKE_KINDS = ["mend", "graft"] as const;
export type StrokeKind = (typeof STROKE_KINDS)[number];

/** The plane along which a graft is copied: the picture's own, the wall whose heading the lines tell, the one at right angles to it, floor or ceiling. */
export const STROKE_PLANES = ["picture", "wall", "side", "floor"] as const;
export type StrokePlane = (typeof STROKE_PLANES)[number];

/** Where a graft may come from: anywhere, or only along or across the courses of its plane. */
export const STROKE_LOCKS = ["horizontal", "vertical"] as const;
export type StrokeLock = (typeof STROKE_LOCKS)[number];

export const MOST_STROKES = 200;
/** A stroke holds so many points at most. */
export const MOST_STROKE_POINTS = 400;
export const HARDNESS = 0.7;
/** A thing's outline holds so many corners at most. */
export const MOST_OUTLINE = 200;

export const stroke = z.strictObject({
  id: z.string().min(1).max(100),
  kind: z.enum(STROKE_KINDS),
  points: z.array(point).min(1).max(MOST_STROKE_POINTS).describe("The brush's way, pixels of the original"),
  outline: z
    .array(point)
    .min(3)
    .max(MOST_OUTLINE)
    .optional()
    .describe(
      "A thing that a mend takes out: what it covers instead of the brush's way, which runs through its middle",
    ),
  radius: z.number().positive().max(20_000).describe("Of the brush, pixels of the original"),
  press: z
    .array(z.number().min(0).max(1))
    .max(MOST_STROKE_POINTS)
    .optional()
    .describe("Share of the radius at each point; absent: all of it"),
  hardness: z.number().min(0).max(1).optional().describe("Share of the radius that is covered wholly"),
  strength: z.number().min(0).max(1).optional(),
  on: z.boolean(),
  seed: z.number().int().min(1).max(9999).optional().describe("Another answer of a mend; absent: the first"),
  from: point.optional().describe("A graft's: where its first point is copied from"),
  along: z.enum(STROKE_PLANES).optional(),
  lock: z.enum(STROKE_LOCKS).optional(),
  light: z.literal("as-is").optional().describe("A graft's light is not matched to what is around it"),
});

/** The strokes of the two brushes, one upon the other. */
export const strokes = z
  .array(stroke)
  .max(MOST_STROKES)
  .refine((all) => new Set(all.map((s) => s.id)).size === all.length, "Each stroke needs an id of its own.")
  .refine((all) => all.every((s) => s.kind === "mend" || s.from), "A graft needs the place it is copied from.")
  .refine(
    (all) => all.every((s) => !s.press || s.press.length === s.points.length),
    "`press` holds one number a point.",
  );

export type Stroke = z.output<typeof stroke>;

/** Strokes that are on. */
export const strokesOn = ({
  on,
  strokes: all = [],
}: {
  on: boolean;
  strokes?: readonly Stroke[] | undefined;
}): Stroke[] => (on ? all.filter((s) => s.on && s.strength !== 0) : []);
