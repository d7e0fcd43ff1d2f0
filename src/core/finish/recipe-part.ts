import { z } from "zod";
import { numberSchema } from "../course";
import { OUTPUT_SETTINGS, SETTINGS } from "./settings";
import { masks } from "./masks/masks";

/** Tone and sharpness in a recipe. */
export const finishSettings = z.strictObject({
  on: z.boolean().default(true),
  exposure: numberSchema(SETTINGS.exposure),
  warmth: numberSchema(SETTINGS.warmth),
  tint: numberSchema(SETTINGS.tint),
  contrast: numberSchema(SETTINGS.contrast),
  mid: numberSchema(SETTINGS.mid),
  black: numberSchema(SETTINGS.black),
  white: numberSchema(SETTINGS.white),
  curve: z
    .array(z.tuple([z.number().min(0).max(1), z.number().min(0).max(1)]))
    .min(2)
    .max(16)
    .refine(
      (points) => points.every((p, i) => i === 0 || p[0] > points[i - 1]![0]),
      "A curve's points go from dark to light.",
    )
    .optional()
    .describe("Points of a tone curve, from and to, 0…1 as displayed; smooth between them; absent: straight"),
  bright: numberSchema(SETTINGS.bright),
  dark: numberSchema(SETTINGS.dark),
  saturation: numberSchema(SETTINGS.saturation),
  masks: masks.optional().describe("Parts that are lighter, warmer or sharper than the rest"),
  even: numberSchema(SETTINGS.even),
  blur: z
    .number()
    .min(0.3)
    .max(3)
    .optional()
    .describe("How softly the photo shows an edge as shot, deviation in its pixels; absent: 0.7"),
  noise: z
    .number()
    .min(0)
    .max(0.2)
    .optional()
    .describe("Deviation of the photo's noise, 0…1 as displayed; absent: 0.004"),
  output: z
    .strictObject({
      amount: numberSchema(OUTPUT_SETTINGS.amount),
      radius: numberSchema(OUTPUT_SETTINGS.radius),
      threshold: numberSchema(OUTPUT_SETTINGS.threshold),
    })
    .optional()
    .describe("Sharpening for screen or paper, last of all; absent: none"),
});

export type FinishSettings = z.output<typeof finishSettings>;

export const NO_FINISH: FinishSettings = finishSettings.parse({});

/** Whether settings change a tone or a colour. */
export const tones = ({ exposure, warmth, tint, contrast, black, white, curve, saturation }: FinishSettings): boolean =>
  [exposure, warmth, tint, contrast, black, saturation].some((v) => v !== 0) ||
  white !== 1 ||
  (curve?.some(([from, to]) => from !== to) ?? false);
