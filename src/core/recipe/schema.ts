import { z } from "zod";

export const RECIPE_FORMAT = "flat-stone-recipe";
export const RECIPE_VERSION = 1;

/** What a picture can be about, and far more: beyond it numbers only make others fail. */
const finite = z.number().min(-1e4).max(1e4);
const pixels = z.number().min(-1e7).max(1e7);
const point = z.tuple([pixels, pixels]);

const camera = z.strictObject({
  focalPx: z
    .number()
    .min(1)
    .max(1e7)
    .nullable()
    .default(null)
    .describe("Focal length, pixels of the original; null: from the photo"),
  focalFrom: z.enum(["metadata", "stated", "solved", "assumed"]).default("assumed"),
  principal: point.nullable().default(null).describe("Principal point, pixels; null: the centre"),
});

const lens = z.strictObject({
  on: z.boolean().default(true),
  from: z.enum(["none", "profile", "traced", "by-hand"]).default("none"),
  profile: z.string().nullable().default(null),
  model: z.enum(["brown-conrady", "equidistant"]).default("brown-conrady"),
  k: z.tuple([finite, finite, finite]).default([0, 0, 0]).describe("Radial terms, r in half diagonals; barrel: k1 < 0"),
  p: z.tuple([finite, finite]).default([0, 0]).describe("Tangential terms"),
  centre: point.nullable().default(null).describe("Distortion centre, pixels; null: the centre"),
  amount: z.number().min(0).max(1.5).default(1),
  fringes: z
    .strictObject({ red: z.tuple([finite, finite]).default([0, 0]), blue: z.tuple([finite, finite]).default([0, 0]) })
    .prefault({})
    .describe("Radius of the channel over that of green: 1 + a + b r²"),
  vignetting: z
    .strictObject({
      v: z.tuple([finite, finite, finite]).default([0, 0, 0]).describe("Light kept: 1 + v1 r² + v2 r⁴ + v3 r⁶, linear"),
      amount: z.number().min(0).max(1.5).default(1),
    })
    .prefault({}),
  calm: z
    .strictObject({ purple: z.number().min(0).max(1).default(0), green: z.number().min(0).max(1).default(0) })
    .prefault({})
    .describe("How far purple and green along hard edges are taken out"),
});

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

const proportion = z.strictObject({
  on: z.boolean().default(true),
  height: z.number().min(0.1).max(10).default(1).describe("Factor on y about the principal point"),
});

const frame = z.strictObject({
  on: z.boolean().default(true),
  rule: z.enum(["clean", "free"]).default("clean"),
  ratio: z.number().min(0.05).max(20).nullable().default(null).describe("Width / height; null: free"),
  rect: z
    .tuple([pixels, pixels, z.number().positive().max(1e7), z.number().positive().max(1e7)])
    .nullable()
    .default(null)
    .describe("x, y, width, height in pixels of the corrected plane"),
});

/** More points than anyone marks by hand, in all lines together. */
const MOST_POINTS = 200_000;

/** Recipe, version 1. Unknown keys are refused, so that nothing is dropped silently. */
export const recipeSchema = z.strictObject({
  format: z.literal(RECIPE_FORMAT),
  version: z.literal(RECIPE_VERSION),
  camera: camera.prefault({}),
  lens: lens.prefault({}),
  lines: z
    .array(line)
    .max(10_000)
    .default([])
    .refine((all) => new Set(all.map((l) => l.id)).size === all.length, "Two lines have the same id.")
    .refine(
      (all) => all.reduce((sum, l) => sum + l.points.length, 0) <= MOST_POINTS,
      `All lines together may have up to ${MOST_POINTS} points.`,
    ),
  faces: z.array(face).max(200).default([]),
  attitude: attitude.prefault({}),
  proportion: proportion.prefault({}),
  frame: frame.prefault({}),
});

export type Recipe = z.infer<typeof recipeSchema>;
export type Line = Recipe["lines"][number];
export type Face = Recipe["faces"][number];
