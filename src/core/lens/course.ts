import { coursePart, numberSetting } from "../course";
import { tell } from "../language";
import { isStitched } from "./lens";
import { type LensRecipe, lensStep } from "./lens-step";
import { lensSettings, numbersOf } from "./recipe-part";

const AMOUNT = numberSetting({
  key: "amount",
  words: tell("amount of the lens"),
  label: tell("Amount"),
  min: 0,
  max: 1.5,
  standard: 1,
  describe: "How much of the lens is taken out",
});

/** Course 1: bowing, colour fringes, dark corners. */
export const lensPart = coursePart({
  key: "lens",
  name: tell("Lens"),
  keys: { lens: lensSettings.prefault({}) },
  laid: (recipe) => isStitched(recipe.lens.model) || numbersOf(recipe.lens).some((v) => v !== 0),
  plane: [
    {
      inputs: ({ camera, lens }: LensRecipe) => [camera, lens],
      make: (recipe: LensRecipe, size) => lensStep(recipe, size),
    },
  ],
  // A lens's centre is where this photo's pixels have it.
  carried: ({ lens }, onto) => ({ lens: { ...lens, centre: onto.lens.centre } }),
  carries: tell("the lens as it is set; right for the same lens at the same focal length"),
  told: {
    marks: [],
    numbers: [{ setting: AMOUNT, of: ({ lens }) => lens.amount }],
    all: ({ lens }) => lens,
    on: ({ lens }) => lens.on,
    rest: tell("lens changed"),
  },
});
