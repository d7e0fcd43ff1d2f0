import { z } from "zod";
import { numberRange } from "../../course";
import { MASK_SETTINGS } from "../settings";
import { point } from "../../course";

/** What a mask is: a wash, strong at one end and gone at the other, or dabs of a brush. */
export const MASK_KINDS = ["wash", "dab"] as const;
export type MaskKind = (typeof MASK_KINDS)[number];

export const MOST_MASKS = 40;
/** A mask holds so many strokes, and a stroke so many points, at most. */
export const MOST_DABS = 60;
export const MOST_DAB_POINTS = 200;
/** Share of a dab's radius that is covered wholly, unless told otherwise. */
export const DAB_HARDNESS = 0.4;

const dab = z.strictObject({
  points: z.array(point).min(1).max(MOST_DAB_POINTS).describe("The brush's way, pixels of the original"),
  radius: z.number().positive().max(20_000).describe("Of the brush, pixels of the original"),
  off: z.literal(true).optional().describe("Takes away from what the dabs before it covered"),
});
export type Dab = z.output<typeof dab>;

const mask = z
  .strictObject({
    id: z.string().min(1).max(100),
    kind: z.enum(MASK_KINDS),
    on: z.boolean(),
    ends: z
      .tuple([point, point])
      .optional()
      .describe("A wash: wholly there at the first end and beyond, gone at the second"),
    dabs: z.array(dab).min(1).max(MOST_DABS).optional().describe("A dab's strokes, one after the other"),
    hardness: z
      .number()
      .min(0)
      .max(1)
      .optional()
      .describe("Share of a dab's radius that is covered wholly; absent: 0.4"),
    clings: z.literal(true).optional().describe("Its soft edges follow the picture's own"),
    exposure: numberRange(MASK_SETTINGS.exposure).optional(),
    warmth: numberRange(MASK_SETTINGS.warmth).optional(),
    sharpness: numberRange(MASK_SETTINGS.sharpness).optional(),
  })
  .refine(
    (m) => (m.kind === "wash" ? m.ends && !m.dabs : m.dabs && !m.ends),
    "A wash has two ends, a dab has strokes.",
  );

/** Parts of the picture that are lighter, warmer or sharper than the rest; they add up. */
export const masks = z
  .array(mask)
  .max(MOST_MASKS)
  .refine((all) => new Set(all.map((m) => m.id)).size === all.length, "Each mask needs an id of its own.");

export type Mask = z.output<typeof mask>;
/** What a mask does to what it covers. */
export type MaskEffect = Pick<Mask, "exposure" | "warmth" | "sharpness">;

/** Masks that do something. */
export const masksOn = (all: readonly Mask[] | undefined): Mask[] =>
  (all ?? []).filter((m) => m.on && [m.exposure, m.warmth, m.sharpness].some((v) => v !== undefined && v !== 0));
