import { type PlaneStepMaker, type Things, coursePart, numberSetting } from "../course";
import { tell } from "../language";
import { type BendRecipe, bendModel, bendSettings, bendStep, movesAnything, surfaceShare } from "./bend";
import { type ProportionRecipe, proportionKeys, proportionLaid, proportionStep } from "./proportion";
import { type ViewRecipe, isByRays, viewStep } from "./view-step";

const HEIGHT = numberSetting({
  key: "height",
  words: tell("height"),
  label: tell("Height"),
  min: 0.1,
  max: 10,
  standard: 1,
  digits: 1,
  describe: "Heights over widths, against what the camera saw",
});

const measure: Things = (count) => tell("{count, plural, one {measure} other {# measures}}", { count });
const taut: Things = (count) => tell("{count, plural, one {taut line} other {# taut lines}}", { count });
const joint: Things = (count) => tell("{count, plural, one {joint} other {# joints}}", { count });
const joined: Things = (count) => tell("{count, plural, one {joined face} other {# joined faces}}", { count });
const shield: Things = (count) => tell("{count, plural, one {shield} other {# shields}}", { count });

/** Where no flat plane holds what was recorded, or it is not shown on one, lens and attitude go by rays, in one step with the surface. */
const VIEW: PlaneStepMaker<ViewRecipe> = {
  inputs: (recipe) =>
    isByRays(recipe) ? [recipe.camera, recipe.lens, recipe.attitude, surfaceShare(recipe.shape)] : [],
  standsForAll: isByRays,
  make: (recipe, size) => (isByRays(recipe) ? viewStep(recipe, size) : null),
};

const PROPORTION: PlaneStepMaker<ProportionRecipe> = {
  inputs: ({ camera, proportion: { on, height, keeps } }) => [camera.principal, on, height, keeps],
  make: (recipe) => proportionStep(recipe),
};

/** Marks bend the plane that lens, attitude and proportion leave. */
export const BEND: PlaneStepMaker<BendRecipe> = {
  inputs: (recipe) => (movesAnything(recipe.shape) ? [recipe.camera, recipe.shape, recipe.frame.detail] : []),
  make: (recipe, size, beneath, moving) => {
    const model = bendModel(recipe, size, beneath, moving);
    return model && bendStep(model);
  },
};

/** Course 3: how tall the building really is; what is flat, straight or must keep its form. */
export const shapePart = coursePart({
  key: "shape",
  name: tell("Shape"),
  keys: {
    ...proportionKeys,
    shape: bendSettings.optional().describe("Taut lines, joined faces and shields; absent: none"),
  },
  laid: (recipe) => proportionLaid(recipe) || movesAnything(recipe.shape) || surfaceShare(recipe.shape) > 0,
  plane: [VIEW, PROPORTION, BEND] as readonly PlaneStepMaker<ViewRecipe & ProportionRecipe & BendRecipe>[],
  carried: ({ proportion: { on, from, keeps, height } }, { proportion, shape }) => {
    const { keeps: was, ...rest } = proportion;
    void was;
    const kept = { ...rest, on, ...(keeps && { keeps }) };
    return { proportion: from === "by-hand" ? { ...kept, from, height } : kept, ...(shape && { shape }) };
  },
  carries: tell("a height set by hand; not the measures"),
  told: {
    marks: [
      { of: (r) => r.proportion.measures ?? [], things: () => measure },
      { of: (r) => r.shape?.taut ?? [], things: () => taut },
      { of: (r) => r.shape?.joints ?? [], things: () => joint },
      { of: (r) => r.shape?.faces ?? [], things: () => joined },
      { of: (r) => r.shape?.shields ?? [], things: () => shield },
    ],
    numbers: [{ setting: HEIGHT, of: (r) => r.proportion.height }],
    all: ({ proportion, shape }) => [proportion, shape],
    on: ({ proportion }) => proportion.on,
    rest: tell("shape changed"),
  },
});
