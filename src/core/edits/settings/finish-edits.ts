import { type Words, tell } from "../../language";
import { type FinishPart, type FinishSettings, type Level, balanceFor, lightOf, withoutPart } from "../../finish";
import { clamp } from "../../geometry";
import type { Edit } from "../edit";
import { withFinish } from "./with-finish";

/** Sets something of the tone or the sharpness. @param label in a few words. */
export const finishTo = (label: Words, to: Partial<FinishSettings>): Edit => ({
  label,
  apply: (recipe) =>
    withFinish(recipe, (settings) => {
      const asked = Object.entries({ ...settings, ...to });
      return Object.fromEntries(asked.filter(([, v]) => v !== undefined)) as FinishSettings;
    }),
});

/** Leaves Finish out, or applies it again; its settings stay. */
export const switchFinish = (on: boolean): Edit => ({
  label: on ? tell("Apply Finish") : tell("Leave Finish out"),
  apply: (recipe) => withFinish(recipe, (settings) => ({ ...settings, on })),
});

/** Makes a colour that is shown neutral. @param shown red, green and blue as displayed, 0…255. */
export const neutralAt = (shown: readonly [number, number, number]): Edit => ({
  label: tell("Make a place neutral"),
  apply: (recipe) =>
    withFinish(recipe, (settings) => {
      // A number of nothing has no balance; half a level stands for it.
      const light = shown.map((v) => lightOf(Math.max(0.5, v) / 255)) as [number, number, number];
      const { warmth, tint } = balanceFor(light);
      // What is shown has the balance of now already.
      return {
        ...settings,
        warmth: clamp(settings.warmth + warmth, -3, 3),
        tint: clamp(settings.tint + tint, -3, 3),
      };
    }),
});

/** Takes what the picture proposes for black, white and the middle. */
export const levelLight = ({ black, white, exposure }: Level): Edit => ({
  label: tell("Level the light"),
  apply: (recipe) => withFinish(recipe, (settings) => ({ ...settings, black, white, exposure })),
});

const PART_WORDS: Record<FinishPart, Words> = {
  light: tell("light"),
  colour: tell("colour"),
  masks: tell("parts"),
  sharpness: tell("sharpness"),
};

/** Puts one part of Finish back to where nothing is set. */
export const resetFinish = (part: FinishPart): Edit => ({
  label: tell("Reset the {part}", { part: PART_WORDS[part] }),
  apply: (recipe) => withFinish(recipe, (settings) => withoutPart(settings, part)),
});
