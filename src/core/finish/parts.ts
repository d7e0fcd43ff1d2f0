import { type FinishSettings, NO_FINISH } from "./recipe-part";

/** What Finish is made of; each can be looked at without, and reset, alone. */
export const FINISH_PARTS = {
  light: ["exposure", "contrast", "mid", "bright", "dark", "black", "white", "curve"],
  colour: ["warmth", "tint", "saturation"],
  masks: ["masks"],
  sharpness: ["even", "blur", "noise", "output"],
} as const satisfies Record<string, readonly (keyof FinishSettings)[]>;
export type FinishPart = keyof typeof FINISH_PARTS;

/** Settings with one part as it is where nothing is set. */
export function withoutPart(settings: FinishSettings, part: FinishPart): FinishSettings {
  const gone: readonly string[] = FINISH_PARTS[part];
  const entries = Object.entries(settings).filter(([key]) => !gone.includes(key));
  const standard = Object.entries(NO_FINISH).filter(([key]) => gone.includes(key));
  return Object.fromEntries([...entries, ...standard]) as unknown as FinishSettings;
}

/** Whether a part is set to anything. */
export const isPartSet = (settings: FinishSettings, part: FinishPart): boolean =>
  FINISH_PARTS[part].some((key) => JSON.stringify(settings[key]) !== JSON.stringify(NO_FINISH[key]));
