import { z } from "zod";
import { finite, point } from "../course";

/** The lens in a recipe. */
export const lensSettings = z.strictObject({
  on: z.boolean().default(true),
  from: z.enum(["none", "profile", "traced", "by-hand", "own-edges", "metadata"]).default("none"),
  profile: z.string().nullable().default(null),
  model: z
    .enum(["brown-conrady", "equidistant", "cylindrical", "equirectangular"])
    .default("brown-conrady")
    .describe(
      "How it recorded: a lens, or a cylinder or sphere that the picture was stitched onto; its pixels to a radian are the focal length",
    ),
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

export type LensSettings = z.output<typeof lensSettings>;

/** All that tells whether a lens does anything. */
export const numbersOf = ({ k, p, fringes, vignetting, calm }: LensSettings): number[] => [
  ...k,
  ...p,
  ...fringes.red,
  ...fringes.blue,
  ...vignetting.v,
  calm.purple,
  calm.green,
];
