import { type NumberSetting, numberSetting } from "../course";
import { tell } from "../language";

const stops = { unit: "stops", times: 1, digits: 2 } as const;

/** The numbers of Finish, in the order of its panel. */
export const SETTINGS = {
  exposure: numberSetting({
    ...{ key: "exposure", words: tell("exposure"), label: tell("Exposure"), min: -6, max: 6, step: 0.1, ...stops },
    describe: "Stops: doublings of light",
  }),
  contrast: numberSetting({
    ...{ key: "contrast", words: tell("contrast"), label: tell("Contrast"), step: 5 },
    describe: "Steeper (above 0) or flatter about `mid`",
  }),
  mid: numberSetting({
    ...{ key: "mid", words: tell("middle of the contrast"), label: tell("Contrast about") },
    ...{ min: 0.1, max: 0.9, standard: 0.46 },
    describe: "What contrast leaves as it is, 0…1 as displayed; 0.46: 18 % of the light",
  }),
  bright: numberSetting({
    ...{ key: "bright", words: tell("bright parts"), label: tell("Bright parts"), step: 5 },
    describe: "Bright parts lifted (above 0) or held back, what is within them kept",
  }),
  dark: numberSetting({
    ...{ key: "dark", words: tell("dark parts"), label: tell("Dark parts"), step: 5 },
    describe: "Dark parts lifted (above 0) or held back",
  }),
  black: numberSetting({
    ...{ key: "black", words: tell("black"), label: tell("Black from"), min: -0.3, max: 0.6 },
    describe: "What becomes black, 0…1 as displayed",
  }),
  white: numberSetting({
    ...{ key: "white", words: tell("white"), label: tell("White from"), min: 0.4, max: 1.3, standard: 1 },
    describe: "What becomes white, 0…1 as displayed",
  }),
  warmth: numberSetting({
    ...{ key: "warmth", words: tell("warmth"), label: tell("Warmth"), min: -3, max: 3, step: 0.05, ...stops },
    describe: "Stops of red over blue; grey keeps its light",
  }),
  tint: numberSetting({
    ...{ key: "tint", words: tell("magenta"), label: tell("Magenta"), min: -3, max: 3, step: 0.05, ...stops },
    describe: "Stops of red and blue over green; grey keeps its light",
  }),
  saturation: numberSetting({
    ...{ key: "saturation", words: tell("colours"), label: tell("Colours"), step: 5 },
    describe: "Colours stronger (above 0) or weaker; what is strong already least",
  }),
  even: numberSetting({
    ...{ key: "even", words: tell("even sharpness"), label: tell("Even sharpness"), min: 0, max: 1.5, step: 5 },
    describe: "How much of the sharpness that stretching took is given back; 1: as shot",
  }),
} as const satisfies Record<string, NumberSetting>;

/** The numbers of a part by itself. */
export const MASK_SETTINGS = {
  exposure: numberSetting({
    ...{ key: "exposure", words: tell("exposure"), label: tell("Exposure"), min: -4, max: 4, step: 0.1, ...stops },
    describe: "Stops",
  }),
  warmth: numberSetting({
    ...{ key: "warmth", words: tell("warmth"), label: tell("Warmth"), min: -3, max: 3, step: 0.05, ...stops },
    describe: "Stops of red over blue; grey keeps its light",
  }),
  sharpness: numberSetting({
    ...{ key: "sharpness", words: tell("sharpness"), label: tell("Sharpness"), step: 5 },
    describe: "Edges steeper (above 0) or softer",
  }),
} as const satisfies Record<string, NumberSetting>;

/** The numbers of sharpening for screen or paper. */
export const OUTPUT_SETTINGS = {
  amount: numberSetting({
    ...{ key: "amount", words: tell("amount"), label: tell("Amount"), min: 0, max: 3, standard: 0.6, step: 5 },
    describe: "How much of an edge's steepness is added; 1: as much again",
  }),
  radius: numberSetting({
    ...{ key: "radius", words: tell("reach"), label: tell("Reach"), min: 0.3, max: 6, standard: 0.8 },
    ...{ unit: "px", times: 1, digits: 1, step: 0.1 },
    describe: "Pixels of what is delivered",
  }),
  threshold: numberSetting({
    ...{ key: "threshold", words: tell("least difference"), label: tell("Leaves differences below") },
    ...{ min: 0, max: 0.2, standard: 0.01, digits: 1, step: 0.1 },
    describe: "Differences below this, 0…1 as displayed, are left as they are",
  }),
} as const satisfies Record<string, NumberSetting>;
