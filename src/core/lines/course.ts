import { type NumberSetting, type Things, coursePart, numberSetting } from "../course";
import { type Words, tell } from "../language";
import { type AttitudeRecipe, attitudeStep } from "./attitude-step";
import { type AttitudeSettings, type Line, linesKeys } from "./recipe-part";

const KINDS: Record<Line["kind"], Things> = {
  plumb: (count) => tell("{count, plural, one {plumb} other {# plumbs}}", { count }),
  sill: (count) => tell("{count, plural, one {sill} other {# sills}}", { count }),
  taut: (count) => tell("{count, plural, one {trace} other {# traces}}", { count }),
};
const face: Things = (count) => tell("{count, plural, one {face} other {# faces}}", { count });

const angle = (key: "pitch" | "yaw" | "roll", words: Words, label: Words, most: number): NumberSetting =>
  numberSetting({
    key,
    words,
    label,
    min: -most,
    max: most,
    unit: "°",
    times: 1,
    digits: 2,
    step: 0.1,
    describe: "Degrees",
  });
const ease = (key: "plumb" | "sill", words: Words, label: Words): NumberSetting =>
  numberSetting({ key, words, label, min: 0, standard: 1, describe: "Share of the correction" });

const NUMBERS: readonly { readonly setting: NumberSetting; of(r: { readonly attitude: AttitudeSettings }): number }[] =
  [
    { setting: angle("pitch", tell("pitch"), tell("Pitch"), 89), of: (r) => r.attitude.pitch },
    { setting: angle("yaw", tell("turn"), tell("Turn"), 89), of: (r) => r.attitude.yaw },
    { setting: angle("roll", tell("roll"), tell("Roll"), 180), of: (r) => r.attitude.roll },
    { setting: ease("plumb", tell("ease of verticals"), tell("Verticals")), of: (r) => r.attitude.ease.plumb },
    { setting: ease("sill", tell("ease of horizontals"), tell("Horizontals")), of: (r) => r.attitude.ease.sill },
  ];

/** Course 2: which way the camera really pointed. */
export const linesPart = coursePart({
  key: "lines",
  name: tell("Lines"),
  keys: linesKeys,
  laid: ({ attitude: a }) => a.pitch !== 0 || a.yaw !== 0 || a.roll !== 0,
  plane: [
    {
      inputs: ({ camera, attitude }: AttitudeRecipe) => [camera, attitude],
      make: (recipe: AttitudeRecipe) => attitudeStep(recipe),
    },
  ],
  carried: ({ attitude }, { lines, faces, attitude: own }) => ({
    lines,
    faces,
    attitude: attitude.from === "by-hand" ? { ...attitude, face: own.face } : { ...own, ease: attitude.ease },
  }),
  carries: tell("angles set by hand and how far they are eased; not the lines"),
  told: {
    marks: [
      { of: (r) => r.lines, things: ({ kind }: Line) => KINDS[kind], apart: true },
      { of: (r) => r.faces, things: () => face, apart: true },
    ],
    numbers: NUMBERS,
    all: ({ attitude }) => attitude,
    on: ({ attitude }) => attitude.on,
    rest: tell("attitude changed"),
  },
});
