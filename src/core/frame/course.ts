import { type Things, coursePart } from "../course";
import { tell } from "../language";
import { frameSettings, keepMarksOf } from "./recipe-part";

const keepMark: Things = (count) => tell("{count, plural, one {keep mark} other {# keep marks}}", { count });

/** Course 4: what stays in the picture. */
export const framePart = coursePart({
  key: "frame",
  name: tell("Frame"),
  keys: { frame: frameSettings.prefault({}) },
  laid: (recipe) =>
    keepMarksOf(recipe).length > 0 ||
    recipe.frame.ratio !== null ||
    recipe.frame.rule === "free" ||
    recipe.frame.prefer === "area" ||
    recipe.frame.turn !== undefined ||
    recipe.frame.mirror === true ||
    recipe.frame.output !== undefined,
  carried: ({ frame: { on, ratio, prefer, output, bar } }, onto) => {
    const { prefer: p, output: o, bar: b, ...rest } = onto.frame;
    void [p, o, b];
    const asked = { on, ratio, ...(prefer && { prefer }), ...(output && { output }), ...(bar && { bar }) };
    return { frame: { ...rest, ...asked, rule: "clean" as const, rect: null } };
  },
  carries: tell("ratio, size and resolution; each photo keeps its own place"),
  told: {
    marks: [{ of: (r) => r.frame.keep ?? [], things: () => keepMark }],
    numbers: [],
    // What the photo shows is weighed by itself: nobody did that.
    all: ({ frame: { detail, ...frame } }) => (void detail, frame),
    on: ({ frame }) => frame.on,
    rest: tell("frame changed"),
  },
});
