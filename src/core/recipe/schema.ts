import { z } from "zod";
import { pixels, point } from "../course";
import { COURSES } from "./courses";

export const RECIPE_FORMAT = "flat-stone-recipe";
export const RECIPE_VERSION = 1;

export const MOST_GUIDES = 100;

/** Straight lines laid over the corrected picture to check it by; they change nothing of it. */
const guide = z.strictObject({
  id: z.string().min(1).max(64),
  way: z.enum(["level", "standing"]),
  at: pixels.describe("Down or across, pixels of the corrected plane"),
});

/** What a recipe says whatever its courses: its kind, the camera, which several courses need, and what it is checked by. */
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
  guides: z
    .array(guide)
    .max(MOST_GUIDES)
    .refine((all) => new Set(all.map((g) => g.id)).size === all.length, "Two guides have the same id.")
    .optional(),
};

type Intersected<U> = (U extends unknown ? (u: U) => void : never) extends (i: infer I) => void ? I : never;
/** As much of a course's part as tells its keys. */
interface WithKeys {
  readonly keys: z.ZodRawShape;
}

type ShapesOf<P extends readonly WithKeys[]> = Intersected<P[number]["keys"]>;

/** The schema of recipes of these courses. Unknown keys are refused, so that nothing is dropped silently. */
export function recipeSchemaOf<const P extends readonly WithKeys[]>(parts: P) {
  return z.strictObject(Object.assign({}, base, ...parts.map((part) => part.keys)) as typeof base & ShapesOf<P>);
}

/** Recipe, version 1. */
export const recipeSchema = recipeSchemaOf(COURSES);

export type Recipe = z.infer<typeof recipeSchema>;
export type Guide = z.infer<typeof guide>;
export type { Face, Line } from "../lines";
