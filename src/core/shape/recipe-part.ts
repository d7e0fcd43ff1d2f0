import { say } from "../language";
import { coursePart } from "../course";
import { proportionLaid, proportionShape } from "./proportion";
import { surfaceShare, movesAnything, bendSettings } from "./bend/bend-settings";

/** Course 3: how tall the building really is; what is flat, straight or must keep its form. */
export const shapePart = coursePart({
  key: "shape",
  name: say("Shape"),
  ready: true,
  shape: {
    ...proportionShape,
    shape: bendSettings.optional().describe("Taut lines, joined faces and shields; absent: none"),
  },
  laid: (recipe) => proportionLaid(recipe) || movesAnything(recipe.shape) || surfaceShare(recipe.shape) > 0,
});
