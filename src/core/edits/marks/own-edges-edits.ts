import { tell } from "../../language";
import type { Attitude } from "../../camera";
import type { Size } from "../../geometry";
import type { Recipe } from "../../recipe";
import { solveRecipe, withCamera } from "../../render";
import type { OwnProposal } from "../../own-edges";
import type { Edit } from "../edit";
import { together } from "../edit";
import { type FoundLines, bestOf, openIn, takeFound } from "./found-edits";
import { cleanFrameAgain } from "../settings/frame-edits";

/** A proposal's edges as found lines. */
export const foundIn = ({ segments, groups }: OwnProposal): FoundLines => ({ segments, groups, told: true });

/** Takes the lens that the picture's own edges tell, and the focal length where they tell it. */
export const takeOwnLens = ({ from, lens, focal }: OwnProposal): Edit => ({
  label: tell("Lens from the picture's own edges"),
  // Lines alone tell no lens: what is there stays.
  apply: (recipe) =>
    from !== "own-edges"
      ? recipe
      : {
          ...recipe,
          camera: focal.told ? { ...recipe.camera, focalPx: focal.focalPx, focalFrom: "solved" } : recipe.camera,
          lens: {
            ...recipe.lens,
            on: true,
            from: "own-edges",
            profile: null,
            model: lens.model,
            k: [lens.k[0], lens.k[1], lens.k[2]],
            p: [0, 0],
            centre: [lens.centre[0], lens.centre[1]],
            amount: 1,
          },
        },
});

/** Takes the best lines of every direction. */
export const takeOwnLines = (proposal: OwnProposal, size: Size): Edit => ({
  label: tell("Lines from the picture's own edges"),
  apply: (recipe) => {
    const found = foundIn(proposal);
    return proposal.groups
      .filter((g) => g.kind !== "other")
      .reduce((now, group) => {
        const best = bestOf(found, openIn(found, group, now.lines), Math.max(size[0], size[1]));
        return takeFound(found, group, best).apply(now);
      }, recipe);
  },
});

/** Takes the roll out that a horizon tells. */
export const takeHorizon = ({ attitude: { roll } }: OwnProposal): Edit => ({
  label: tell("Horizon"),
  apply: (recipe) => ({
    ...recipe,
    attitude: { ...recipe.attitude, on: true, from: "by-hand", pitch: 0, yaw: 0, roll },
  }),
});

/** All of it in one step: lens, lines, the attitude they tell, and the largest frame without gaps. */
export const trueUp = (proposal: OwnProposal, size: Size): Edit =>
  together(tell("True up"), [
    takeOwnLens(proposal),
    takeOwnLines(proposal, size),
    {
      label: tell("Attitude from lines"),
      apply: (recipe) => ({ ...recipe, attitude: { ...recipe.attitude, on: true, from: "lines" } }),
    },
    cleanFrameAgain(),
  ]);

/** How the camera was held, degrees, with its deviations; yaw's null where no wall is turned. */
export interface Held {
  readonly attitude: Attitude;
  readonly sigma: OwnProposal["sigma"];
}

/**
 * The attitude of a recipe that a proposal was taken into. The wall turned need not be the one that the proposal's own
 * solution chose; a deviation is never said smaller than the proposal's, which has the lens in it.
 */
export function heldIn(recipe: Recipe, proposal: OwnProposal, size: Size): Held {
  const { solution } = solveRecipe(withCamera(recipe, size), size);
  const { pitch, roll, yaw } = solution.sigma;
  const least = proposal.sigma;
  return {
    attitude: solution.attitude,
    sigma: {
      pitch: Math.max(pitch ?? 0, least.pitch),
      roll: Math.max(roll ?? 0, least.roll),
      yaw: yaw === null ? null : Math.max(yaw, least.yaw ?? 0),
    },
  };
}
