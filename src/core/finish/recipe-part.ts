import { say } from "../language";
import { z } from "zod";
import { coursePart } from "../course";
import { masks, masksOn } from "./masks";

const share = z.number().min(-1).max(1).default(0);

const finish = z.strictObject({
  on: z.boolean().default(true),
  exposure: z.number().min(-6).max(6).default(0).describe("Stops: doublings of light"),
  warmth: z.number().min(-3).max(3).default(0).describe("Stops of red over blue; grey keeps its light"),
  tint: z.number().min(-3).max(3).default(0).describe("Stops of red and blue over green; grey keeps its light"),
  contrast: share.describe("Steeper (above 0) or flatter about `mid`"),
  mid: z
    .number()
    .min(0.1)
    .max(0.9)
    .default(0.46)
    .describe("What contrast leaves as it is, 0…1 as displayed; 0.46: 18 % of the light"),
  black: z.number().min(-0.3).max(0.6).default(0).describe("What becomes black, 0…1 as displayed"),
  white: z.number().min(0.4).max(1.3).default(1).describe("What becomes white, 0…1 as displayed"),
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
  bright: share.describe("Bright parts lifted (above 0) or held back, what is within them kept"),
  dark: share.describe("Dark parts lifted (above 0) or held back"),
  saturation: share.describe("Colours stronger (above 0) or weaker; what is strong already least"),
  masks: masks.optional().describe("Parts that are lighter, warmer or sharper than the rest"),
  even: z
    .number()
    .min(0)
    .max(1.5)
    .default(0)
    .describe("How much of the sharpness that stretching took is given back; 1: as shot"),
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
      amount: z.number().min(0).max(3).default(0.6),
      radius: z.number().min(0.3).max(6).default(0.8).describe("Pixels of what is delivered"),
      threshold: z
        .number()
        .min(0)
        .max(0.2)
        .default(0.01)
        .describe("Differences below this, 0…1 as displayed, are left as they are"),
    })
    .optional()
    .describe("Sharpening for screen or paper, last of all; absent: none"),
});

export type FinishSettings = z.output<typeof finish>;

export const NO_FINISH: FinishSettings = finish.parse({});

/** Whether settings change a tone or a colour. */
export const tones = ({ exposure, warmth, tint, contrast, black, white, curve, saturation }: FinishSettings): boolean =>
  [exposure, warmth, tint, contrast, black, saturation].some((v) => v !== 0) ||
  white !== 1 ||
  (curve?.some(([from, to]) => from !== to) ?? false);

/** Course 6: the tone, and the sharpness lost on the way. */
export const finishPart = coursePart({
  key: "finish",
  name: say("Finish"),
  ready: true,
  shape: { finish: finish.optional().describe("Tone and sharpness, last of all; absent: nothing") },
  laid: ({ finish: f }) =>
    f !== undefined &&
    (tones(f) || f.bright !== 0 || f.dark !== 0 || f.even > 0 || f.output !== undefined || masksOn(f.masks).length > 0),
});
