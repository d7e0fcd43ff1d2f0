import { say } from "../language";
import { coursePart } from "../course";
import { proportionLaid, proportionShape } from "../proportion";
import { bendOf, movesAnything, shapeSettings } from "./shape-settings";

/** Course 3: how tall the building really is; what is flat, straight or must keep its form. Its key is its oldest part's. */
export const shapePart = coursePart({
  key: "proportion",
  name: say("Shape"),
  ready: true,
  shape: {
    ...proportionShape,
    shape: shapeSettings.optional().describe("Taut lines, joined faces and shields; absent: none"),
  },
  laid: (recipe) => proportionLaid(recipe) || movesAnything(recipe.shape) || bendOf(recipe.shape) > 0,
});
