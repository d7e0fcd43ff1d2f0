import { z } from "zod";
import { type CoursePart, point } from "../course";
import { COURSES } from "./courses";

export const RECIPE_FORMAT = "flat-stone-recipe";
export const RECIPE_VERSION = 1;

/** What a recipe says whatever its courses: its kind, and the camera, which several courses need. */
const base = {
  format: z.literal(RECIPE_FORMAT),
  version: z.literal(RECIPE_VERSION),
  camera: z
    .strictObject({
      focalPx: z
        .number()
        .min(1)
        .max(1e7)
        .nullable()
        .default(null)
        .describe("Focal length, pixels of the original; null: from the photo"),
      focalFrom: z.enum(["metadata", "stated", "solved", "assumed"]).default("assumed"),
      principal: point.nullable().default(null).describe("Principal point, pixels; null: the centre"),
    })
    .prefault({}),
};

type Intersected<U> = (U extends unknown ? (u: U) => void : never) extends (i: infer I) => void ? I : never;
type ShapesOf<P extends readonly CoursePart[]> = Intersected<P[number]["shape"]>;

/** The schema of recipes of these courses. Unknown keys are refused, so that nothing is dropped silently. */
export function recipeSchemaOf<const P extends readonly CoursePart[]>(parts: P) {
  return z.strictObject(Object.assign({}, base, ...parts.map((part) => part.shape)) as typeof base & ShapesOf<P>);
}

/** Recipe, version 1. */
export const recipeSchema = recipeSchemaOf(COURSES);

export type Recipe = z.infer<typeof recipeSchema>;
export type { Face, Line } from "../lines";
