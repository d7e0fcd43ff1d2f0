import { type Finished, type Things, coursePart } from "../course";
import type { Size } from "../geometry";
import { tell } from "../language";
import { evenStep, outputStep } from "./sharpness/even-step";
import { localLightStep } from "./tone/local-light-step";
import { maskStep } from "./masks/mask-step";
import { masksOn } from "./masks/masks";
import { type FinishSettings, NO_FINISH, finishSettings, tones } from "./recipe-part";
import { SETTINGS } from "./settings";
import { type FinishRecipe, toneStep } from "./tone/tone-step";

const MASKS: Record<"wash" | "dab", Things> = {
  wash: (count) => tell("{count, plural, one {wash} other {# washes}}", { count }),
  dab: (count) => tell("{count, plural, one {dab} other {# dabs}}", { count }),
};
const isNothing = (settings: FinishSettings): boolean => JSON.stringify(settings) === JSON.stringify(NO_FINISH);

/** Course 6: the tone, and the sharpness lost on the way. */
export const finishPart = coursePart({
  key: "finish",
  name: tell("Finish"),
  keys: { finish: finishSettings.optional().describe("Tone and sharpness, last of all; absent: nothing") },
  laid: ({ finish: f }) =>
    f !== undefined &&
    (tones(f) || f.bright !== 0 || f.dark !== 0 || f.even > 0 || f.output !== undefined || masksOn(f.masks).length > 0),
  raster: [
    // What looks furthest comes first: then little of what the others make is made twice.
    (recipe: FinishRecipe, _: Size, { scale }: Finished) => localLightStep(recipe, scale),
    (recipe: FinishRecipe, _: Size, { plane, scale, frame }: Finished) =>
      maskStep(recipe, { forward: plane.forward, made: scale, frame }),
    (recipe: FinishRecipe, _: Size, { plane }: Finished) => evenStep(recipe, plane),
    (recipe: FinishRecipe) => toneStep(recipe),
    (recipe: FinishRecipe, _: Size, { scale }: Finished) => outputStep(recipe, scale),
  ],
  carried: ({ finish: from = NO_FINISH }, { finish: onto = NO_FINISH }) => {
    const { masks: m, blur: b, noise: n, ...settings } = from;
    void [m, b, n];
    const { masks, blur, noise } = onto;
    const carried = {
      ...settings,
      ...(masks && { masks }),
      ...(blur !== undefined && { blur }),
      ...(noise !== undefined && { noise }),
    };
    return isNothing(carried) ? {} : { finish: carried };
  },
  carries: tell("tone and sharpness; not the parts by themselves"),
  told: {
    marks: [{ of: (r) => r.finish?.masks ?? [], things: ({ kind }: { kind: "wash" | "dab" }) => MASKS[kind] }],
    numbers: Object.values(SETTINGS).map((setting) => ({
      setting,
      of: (r) => (r.finish ?? NO_FINISH)[setting.key as keyof typeof SETTINGS],
    })),
    all: ({ finish }) => finish,
    on: ({ finish }) => finish?.on ?? true,
    rest: tell("finish changed"),
  },
});
