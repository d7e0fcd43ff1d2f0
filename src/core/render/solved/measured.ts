import type { LineSolution } from "../../attitude";
import type { Attitude, FocalSource, Intrinsics } from "../../camera";
import { DEG } from "../../geometry";
import { rootOf } from "../../numerics";
import { METADATA_SIGMA } from "../../own-edges";
import type { Lens } from "../../lens";
import {
  type MeasuredProportion,
  type MeasuredView,
  type ProportionSettings,
  factorsOf,
  measuresOf,
  solveMeasures,
} from "../../shape/proportion";

/** As much of a settled recipe as its measures take. */
export interface MeasuredRecipe {
  readonly camera: Intrinsics & { readonly focalFrom?: FocalSource };
  readonly attitude: Attitude;
  readonly proportion: ProportionSettings;
  /** The view as its lines would have it under a focal length that is larger by a share; null where they would tell none. */
  readonly otherFocal?: (share: number) => MeasuredView | null;
}

/** How far a focal length that metadata tell, or that is only assumed, may be off, as a share of itself; one that is stated is taken as it is, and one that was solved for is known to 5 % at least. */
export const FOCAL_SIGMA = { metadata: METADATA_SIGMA, assumed: 0.06, stated: 0, solved: 0.05 } as const;

/**
 * The walls that a recipe's measures may be on, and how they are seen, with the ways in which that is not known.
 *
 * @param solution of its lines; null: set by hand, and taken as exact.
 */
export function measuredView(recipe: MeasuredRecipe, lens: Lens, solution: LineSolution | null): MeasuredView {
  const view = exactView(recipe, lens, solution);
  return solution?.status === "solved"
    ? { ...view, lines: solution, shifted: shiftedViews(view, recipe, solution) }
    : view;
}

/** Of lines by which a view is solved the noise is taken as they show it; where they are few, as hands are believed to place them. */
const believedIn = (freedom: number): number => Math.max(1.5, 6 - 1.5 * freedom);
function noiseOf({ cost, freedom }: LineSolution): number {
  const weight = believedIn(freedom);
  // By chance few lines miss by little: one degree of freedom less makes up for what that does to the ± (Student).
  return Math.sqrt((weight + cost) / Math.max(1, weight + freedom - 1));
}

function shiftedViews(view: MeasuredView, recipe: MeasuredRecipe, solution: LineSolution): MeasuredView[] {
  const { cofactor, walls, focal } = solution;
  const noise = noiseOf(solution);
  const root = (cofactor && rootOf(cofactor)) ?? [];
  const count = root.length;
  const hasFocal = focal !== null && count === 3 + walls.length;
  const ways = root.map((_, k): readonly number[] => root.map((row) => noise * (row[k] ?? 0)));
  const along = (way: readonly number[]): MeasuredView => {
    const moved = walls.map((w, i) => [w.heading, w.heading + (way[2 + i] ?? 0)] as const);
    const headingAt = (heading: number): number => moved.find(([was]) => was === heading)?.[1] ?? heading;
    const log = hasFocal ? way[count - 1]! * DEG : 0;
    const { camera, attitude, headings, headingOf } = view;
    return {
      ...view,
      camera: { ...camera, focalPx: camera.focalPx * Math.exp(log) },
      attitude: { ...attitude, pitch: attitude.pitch + way[0]!, roll: attitude.roll + way[1]! },
      headings: headings.map(headingAt),
      headingOf: (sill) => {
        const heading = headingOf?.(sill) ?? null;
        return heading === null ? null : headingAt(heading);
      },
    };
  };
  const byFocal =
    hasFocal || !recipe.otherFocal ? [] : [recipe.otherFocal(FOCAL_SIGMA[recipe.camera.focalFrom ?? "stated"])];
  return [...ways.map(along), ...byFocal.filter((v) => v !== null)];
}

function exactView(recipe: MeasuredRecipe, lens: Lens, solution: LineSolution | null): MeasuredView {
  const { camera, attitude } = recipe;
  const walls = solution?.status === "solved" ? solution.walls.map((w) => w.heading) : [];
  const facing = solution?.face.wall ?? null;
  const first = facing === null ? [] : [walls[facing]!];
  const others = walls.filter((_, w) => w !== facing);
  const headings = walls.length === 0 ? [attitude.yaw] : [...first, ...others];
  const headingOf = (sill: string): number | null =>
    solution?.walls.find((w) => w.lines.includes(sill))?.heading ?? null;
  return { camera, lens, attitude, headings, headingOf };
}

/**
 * What a recipe's known measures tell under its attitude; null where it has none.
 *
 * @param solution of its lines, whose walls the measures may be on; null where the attitude is set by hand.
 * @param nameOf what a measure is called in messages; by its id unless told otherwise.
 */
export function measuredProportion(
  recipe: MeasuredRecipe,
  lens: Lens,
  solution: LineSolution | null,
  nameOf?: (id: string) => string,
): MeasuredProportion | null {
  const measures = measuresOf(recipe);
  if (measures.length === 0) return null;
  const told = solveMeasures(measuredView(recipe, lens, solution), measures, nameOf);
  // Pixels of the plane are as wide as the proportion leaves them, set by hand or told by the measures.
  const byHand = recipe.proportion.from === "by-hand";
  const height = byHand ? recipe.proportion.height : (told.height ?? recipe.proportion.height);
  const [across] = factorsOf({ ...recipe.proportion, height });
  const scaled = (value: number | null): number | null => (value === null ? null : value / across);
  return { ...told, perPixel: scaled(told.perPixel), perPixelSigma: scaled(told.perPixelSigma) };
}

/** The view under a focal length larger by a share, the attitude solved anew from the same lines. */
export const viewWithFocal =
  (recipe: MeasuredRecipe, lens: Lens, solve: (camera: Intrinsics) => LineSolution) =>
  (share: number): MeasuredView | null => {
    if (share === 0) return null;
    const camera = { ...recipe.camera, focalPx: recipe.camera.focalPx * (1 + share) };
    const solution = solve(camera);
    if (solution.status !== "solved") return null;
    return exactView({ ...recipe, camera, attitude: { ...recipe.attitude, ...solution.attitude } }, lens, solution);
  };
