import { z } from "zod";
import { coursePart } from "../course";

const proportion = z.strictObject({
  on: z.boolean().default(true),
  height: z.number().min(0.1).max(10).default(1).describe("Factor on y about the principal point"),
});

export type ProportionSettings = z.output<typeof proportion>;

/** Course 3: how tall the building really is; what is flat, straight or must keep its form is to come. */
export const proportionPart = coursePart({
  key: "proportion",
  name: "Shape",
  ready: false,
  shape: { proportion: proportion.prefault({}) },
  laid: (recipe) => recipe.proportion.height !== 1,
});
