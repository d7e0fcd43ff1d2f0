import { type Value } from "../../language";
import { type LineInput, type LineMessage, type LineSolution, explainLines, solveLines } from "../../attitude";
import { type FocalMetadata, type Intrinsics, LEVEL, centreOf } from "../../camera";
import type { Size } from "../../geometry";
import { isStitched, makeLens } from "../../lens";
import type { OwnProposal } from "../../own-edges";
import { type MeasuredProportion, clampedHeight, measuresOf } from "../../shape/proportion";
import { type SettledRecipe, isFree, lensOf, linesOf, withCamera } from "./settled";
import { focalByMeasures } from "./focal-by-measures";
import { measuredProportion, viewWithFocal } from "./measured";
import { type Recipe, bubbleNames, faceNames } from "../../recipe";

/** Whether an attitude "from lines" has not been solved yet: all its angles are still exactly zero. */
const waiting = ({ from, pitch, yaw, roll }: Recipe["attitude"]): boolean =>
  from === "lines" && pitch === 0 && yaw === 0 && roll === 0;

/** Radial terms of a lens that the photo's may as well be. */
export type LensDoubt = readonly [number, number, number];
/** Lenses that nobody has looked at bow by this much at the corner, one deviation, mostly by the first term. */
const UNLOOKED_LENS: LensDoubt = [-0.04, 0, 0];
/** A bow known to be less than this at the corner, pixels, or than so many of its deviations, changes nothing. */
const NO_BOW = { px: 1, sigmas: 3 } as const;

/**
 * The lens that a photo's may be while its Lens course is untouched: the one that its own edges tell, or one as lenses are
 * where nobody has looked. Null where the course is settled, or the edges say that the lens is straight.
 */
export function lensInDoubt({ lens }: Recipe, own: OwnProposal | null): LensDoubt | null {
  if (lens.from !== "none" || isStitched(lens.model) || lens.k.some((k) => k !== 0)) return null;
  // Lines alone say nothing of it.
  if (!own || own.from === "lines") return UNLOOKED_LENS;
  const { model, k, cornerPx, sigmaPx } = own.lens;
  if (model === "equidistant") return UNLOOKED_LENS;
  return Math.abs(cornerPx) < Math.max(NO_BOW.px, NO_BOW.sigmas * sigmaPx) ? null : k;
}

/**
 * What the recipe's lines say of the camera, and what to say about them.
 *
 * @param justSolved whether a solved focal length comes from these very lines, as after every edit on the Bench; then it is
 * looked for only there, which is several times quicker.
 * @param doubt radial terms of a lens one deviation away, where nobody has settled the lens (see lensInDoubt).
 */
export function solveRecipe(
  recipe: SettledRecipe,
  size: Size,
  justSolved = false,
  doubt: LensDoubt | null = null,
): { solution: LineSolution; messages: LineMessage[] } {
  const inputs = linesOf(recipe);
  const lens = lensOf(recipe, size);
  const assumedFocal = isFree(recipe);
  const { camera } = recipe;
  const { face } = recipe.attitude;
  const freeFocal = assumedFocal && (justSolved && camera.focalFrom === "solved" ? "near" : true);
  const otherLens = doubt && makeLens(size, { k: doubt, p: [0, 0], centre: centreOf(size), amount: 1 });
  const solution = solveLines(camera, lens, inputs, { face, freeFocal, otherLens });
  // What is left out to find a contradiction is solved with the focal length of all.
  const fixed = { ...camera, focalPx: solution.focal?.focalPx ?? camera.focalPx };
  const solve = (others: readonly LineInput[]): LineSolution => solveLines(fixed, lens, others, { face });
  const names = new Map<string, Value>([...bubbleNames(recipe.lines), ...faceNames(recipe.faces)]);
  return {
    solution,
    messages: explainLines(solution, {
      ...{ size, camera: fixed, lens, inputs, names, solve },
      // One that measures have told is no longer assumed.
      assumedFocal: assumedFocal && (camera.focalFrom === "assumed" || solution.focal !== null),
    }),
  };
}

const within = (deg: number, most: number): number => Math.max(-most, Math.min(most, deg));

/**
 * The recipe with its attitude solved anew from its lines, the trim set by hand on top of it; an attitude set by hand
 * is left alone. Where the focal length was only assumed and the lines tell it, that is taken from them as well;
 * where they do not, from known measures that do.
 */
export function withSolvedAttitude<R extends Recipe>(recipe: R, size: Size): R {
  if (recipe.attitude.from !== "lines") return recipe;
  const filled = withCamera(recipe, size);
  const { face } = recipe.attitude;
  const options = { face, freeFocal: isFree(recipe) };
  const solution = solveLines(filled.camera, lensOf(filled, size), linesOf(recipe), options);
  const { focalPx, focalFrom } = recipe.camera;
  const measured = options.freeFocal && !solution.focal ? focalByMeasures(filled, size) : null;
  if (measured !== null) {
    const camera = { ...recipe.camera, focalPx: measured.focalPx, focalFrom: "solved" as const };
    return withSolvedAngles(
      { ...recipe, camera },
      solveLines({ ...filled.camera, focalPx: measured.focalPx }, lensOf(filled, size), linesOf(recipe), { face }),
    );
  }
  const camera = solution.focal
    ? { ...recipe.camera, focalPx: solution.focal.focalPx, focalFrom: "solved" as const }
    : focalFrom === "solved" && options.freeFocal
      ? { ...recipe.camera, focalPx: null, focalFrom: "assumed" as const }
      : { ...recipe.camera, focalPx, focalFrom };
  return withSolvedAngles({ ...recipe, camera }, solution);
}

/** The recipe with the angles of a solution, its trim on top of them; level where there is none. */
function withSolvedAngles<R extends Recipe>(recipe: R, solution: LineSolution): R {
  const solved = solution.status === "solved";
  const { pitch, yaw, roll } = solved ? solution.attitude : LEVEL;
  const trim = solved ? recipe.attitude.trim : { pitch: 0, yaw: 0, roll: 0 };
  return {
    ...recipe,
    attitude: {
      ...recipe.attitude,
      trim,
      pitch: within(pitch + trim.pitch, 89),
      yaw: within(yaw + trim.yaw, 89),
      roll: within(roll + trim.roll, 180),
    },
  };
}

/**
 * A recipe made ready to be compiled: camera filled in, an attitude from lines that has not been solved yet solved, and the
 * height that known measures tell where none is set. What is stored is kept as it is, so that an old recipe gives its old
 * picture.
 */
export function settle(recipe: Recipe, size: Size, meta: FocalMetadata = {}): SettledRecipe {
  const filled = withCamera(recipe, size, meta);
  return withMeasuredHeight(waiting(recipe.attitude) ? withSolvedAttitude(filled, size) : filled, size);
}

/**
 * What a settled recipe's known measures tell under its attitude, with all that is not known of it; null where it has none.
 *
 * @param known of its lines, where they have been solved already.
 * @param nameOf what a measure is called in messages; by its id unless told otherwise.
 */
export function measuredIn(
  recipe: SettledRecipe,
  size: Size,
  known?: LineSolution,
  nameOf?: (id: string) => string,
): MeasuredProportion | null {
  if (measuresOf(recipe).length === 0) return null;
  const lens = lensOf(recipe, size);
  const { from, face } = recipe.attitude;
  const solve = (camera: Intrinsics, freeFocal: false | "near" = false): LineSolution =>
    solveLines(camera, lens, linesOf(recipe), { face, freeFocal });
  // A focal length that these lines told is as uncertain as they leave it.
  const near = isFree(recipe) && recipe.camera.focalFrom === "solved" ? ("near" as const) : false;
  const solution = from === "lines" ? (known ?? solve(recipe.camera, near)) : null;
  // One that measures told is as uncertain as these leave it.
  const byShapes = near && solution?.focal === null ? focalByMeasures(recipe, size) : null;
  const otherFocal = viewWithFocal(recipe, lens, solve);
  const withFocal = { ...recipe, otherFocal: (share: number) => otherFocal(byShapes?.sigma ?? share) };
  return measuredProportion(withFocal, lens, solution, nameOf);
}

/** Whether a recipe's height is for its measures to tell: nobody has set it by hand, nor is another stored already. */
const isWaiting = ({ from, height }: Recipe["proportion"]): boolean => from === undefined && height === 1;

function withMeasuredHeight(recipe: SettledRecipe, size: Size): SettledRecipe {
  const { proportion } = recipe;
  const unscaled = recipe.frame.output?.kind === "scale" && proportion.perPixel === undefined;
  if (!isWaiting(proportion) && !unscaled) return recipe;
  const told = measuredIn(recipe, size);
  if (!told) return recipe;
  const height = isWaiting(proportion) && told.height !== null ? clampedHeight(told.height) : proportion.height;
  const scale = told.perPixel === null ? {} : { perPixel: told.perPixel };
  return { ...recipe, proportion: { ...proportion, height, ...scale } };
}

/**
 * The recipe with the height and the scale that its measures tell now; a height set by hand is left alone. Without measures
 * what came from some is let go.
 */
export function withHeightMeasured<R extends Recipe>(recipe: R, size: Size): R {
  const { perPixel, ...proportion } = recipe.proportion;
  const byHand = proportion.from === "by-hand" || (proportion.from === undefined && proportion.height !== 1);
  const told = measuredIn(withCamera(recipe, size), size);
  const found = told?.perPixel ?? undefined;
  const scale = found === undefined ? {} : { perPixel: found };
  const same = found === perPixel;
  const measured = told?.height ?? null;
  if (byHand || measured === null) {
    const { from, ...rest } = proportion;
    if (byHand || from === undefined) return same ? recipe : { ...recipe, proportion: { ...proportion, ...scale } };
    return { ...recipe, proportion: { ...rest, height: 1, ...scale } };
  }
  const height = clampedHeight(measured);
  if (same && proportion.from === "measures" && proportion.height === height) return recipe;
  return { ...recipe, proportion: { ...proportion, from: "measures", height, ...scale } };
}
