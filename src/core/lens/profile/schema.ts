import { z } from "zod";

export const PROFILE_FORMAT = "flat-stone-lens";
export const PROFILE_VERSION = 1;

const finite = z.number();
const focalMm = z.number().min(1).max(5000).describe("Focal length engraved on the lens, mm");
const name = z.string().trim().min(1).max(200);

const distortion = z.strictObject({
  focalMm,
  focusM: z.number().positive().nullable().default(null).describe("Focus distance, m; null: far away"),
  k: z.tuple([finite, finite, finite]).describe("Radial terms, r in half diagonals of the sensor; barrel: k1 < 0"),
  p: z.tuple([finite, finite]).default([0, 0]).describe("Tangential terms"),
  centre: z
    .tuple([z.number().min(-0.2).max(0.2), z.number().min(-0.2).max(0.2)])
    .default([0, 0])
    .describe("Distortion centre less the middle of the picture, half diagonals"),
});

const fringes = z.strictObject({
  focalMm,
  red: z.tuple([finite, finite]).describe("Radius of red over that of green: 1 + a + b r²"),
  blue: z.tuple([finite, finite]),
});

const vignetting = z.strictObject({
  focalMm,
  aperture: z.number().min(0.5).max(128).describe("f-number"),
  v: z.tuple([finite, finite, finite]).describe("Light kept: 1 + v1 r² + v2 r⁴ + v3 r⁶, in linear light"),
});

/** A lens, measured: the open document in which profiles are kept and exchanged. */
export const profileSchema = z.strictObject({
  format: z.literal(PROFILE_FORMAT),
  version: z.literal(PROFILE_VERSION),
  name: name.describe("What people call the profile"),
  lens: z.array(name).max(20).default([]).describe("Names of the lens as photos record them"),
  camera: z.array(name).max(50).default([]).describe("Names of cameras; empty: any"),
  sensor: z
    .strictObject({ width: z.number().min(1).max(200), height: z.number().min(1).max(200) })
    .describe("The sensor it was measured on, mm"),
  model: z.enum(["brown-conrady", "equidistant"]).default("brown-conrady"),
  distortion: z.array(distortion).min(1).max(200),
  fringes: z.array(fringes).max(200).default([]),
  vignetting: z.array(vignetting).max(1000).default([]),
  notes: z.string().max(2000).default(""),
});

export type LensProfile = z.infer<typeof profileSchema>;

/** The schema as JSON Schema, for docs/. */
export const profileJsonSchema = (): unknown => z.toJSONSchema(profileSchema, { io: "input" });
