import { type LineSolution, WALL_COST, solveLines } from "../../attitude";
import type { Size } from "../../geometry";
import { type MeasuredView, measuresOf, solveMeasures } from "../../shape/proportion";
import { measuredView } from "./measured";
import { type SettledRecipe, isFree, lensOf, linesOf } from "./settled";

/** Focal lengths looked at, as factors of the assumed one, evenly in their logarithm. */
const FACTORS = [0.5, 0.595, 0.707, 0.841, 1, 1.189, 1.414, 1.682, 2] as const;
/** A focal length is taken from measures where 5 % are two and a half of its deviations; else they tell the height instead. */
const MOST_SIGMA = 0.02;
const ROUNDS = 40;
const GOLDEN = (Math.sqrt(5) - 1) / 2;

/** Half the spacing at which the sum of squares is asked about its lowest place, of the logarithm. */
const STEP = 0.02;
/** So far off, of the logarithm, the sum of squares must have risen by so much: in nearly frontal views it is all but flat. */
const BOUNDED = { at: 0.15, by: 9 } as const;

/** A focal length that measures tell, pixels, with the deviation of its logarithm. */
export interface MeasuredFocal {
  readonly focalPx: number;
  readonly sigma: number;
}

/**
 * The focal length under which what is measured comes out in its shape, solved together with the attitude of the lines;
 * where it is only assumed and the lines alone do not tell it. By golden section on the squares of all that shapes and lines
 * miss. Its deviation has in it what the marks leave open, and what the lines leave open of the attitude: the lowest place is
 * found anew for the view one deviation away along each way.
 *
 * @returns null where it is not known within 5 %.
 */
export function focalByMeasures(recipe: SettledRecipe, size: Size): MeasuredFocal | null {
  if (recipe.attitude.from !== "lines" || !isFree(recipe) || measuresOf(recipe).length === 0) return null;
  return focalOfShapes(recipe, size);
}

/** The same whoever has told the recipe's focal length: what lines and measures would have it be. */
export function focalOfShapes(recipe: SettledRecipe, size: Size): MeasuredFocal | null {
  const measures = measuresOf(recipe);
  const { face } = recipe.attitude;
  const start = Math.log(recipe.camera.focalPx);
  const lens = lensOf(recipe, size);
  const seenAt = (log: number): Seen | null => {
    const camera = { ...recipe.camera, focalPx: Math.exp(log) };
    const solution = solveLines(camera, lens, linesOf(recipe), { face });
    if (solution.status !== "solved") return null;
    const attitude = { ...recipe.attitude, ...solution.attitude };
    return { solution, view: measuredView({ ...recipe, camera, attitude }, lens, solution) };
  };
  const solved = (view: MeasuredView) => solveMeasures({ ...view, shifted: [] }, measures);
  const missed = (log: number): number => {
    const at = seenAt(log);
    if (!at) return Infinity;
    const told = solved(at.view);
    // Under a false focal length sills fit as many walls as there are: each must be worth its price.
    const ofLines = at.solution.cost + WALL_COST * at.solution.walls.length;
    return told.measures.some((m) => m.missPx !== null) ? told.misshape + ofLines : Infinity;
  };
  // Where the lines tell one by themselves the lowest place is too narrow to be met by chance.
  const { focal } = solveLines(recipe.camera, lens, linesOf(recipe), { face, freeFocal: true });
  const seen = focal
    ? [-2, -1, 0, 1, 2].map((steps) => Math.log(focal.focalPx) + steps * BOUNDED.at)
    : FACTORS.map((factor) => start + Math.log(factor));
  const misses = seen.map(missed);
  const best = misses.reduce((a, v, i) => (v < misses[a]! ? i : a), 0);
  if (!(misses[best]! < Infinity) || best === 0 || best === seen.length - 1) return null;
  const [low, high] = [seen[best - 1]!, seen[best + 1]!];
  const found = lowest(missed, low, high);
  const least = missed(found);
  const isBounded = [-2, -1, 1, 2].every((steps) => missed(found + steps * BOUNDED.at) - least > BOUNDED.by);
  const isAlone = misses.every((v, i) => Math.abs(seen[i]! - found) < BOUNDED.at || v - least > BOUNDED.by);
  if (!isBounded || !isAlone) return null;
  const three = [-STEP, 0, STEP].map((by) => seenAt(found + by));
  const sigma = three.every((at) => at !== null) ? deviationOf(three, solved) : null;
  return sigma !== null && sigma < MOST_SIGMA ? { focalPx: Math.exp(found), sigma } : null;
}

interface Seen {
  readonly solution: LineSolution;
  readonly view: MeasuredView;
}

/**
 * Deviation of the logarithm of a focal length at the lowest place of the sum of squares; null where that has none.
 *
 * @param three views: one step below it, at it, and one step above.
 */
function deviationOf(
  three: readonly Seen[],
  solved: (view: MeasuredView) => ReturnType<typeof solveMeasures>,
): number | null {
  const exact = three.map(({ view }) => solved(view));
  const [a, b, c] = exact.map((told, i) => told.misshape + three[i]!.solution.cost) as [number, number, number];
  const bend = a - 2 * b + c;
  if (!(bend > 0)) return null;
  // The sum of squares rises by one at a deviation from its lowest place.
  const byMarks = exact[1]!.noise * STEP * Math.sqrt(2 / bend);
  const slope = (at: readonly MeasuredView[]): number => (solved(at[2]!).misshape - solved(at[0]!).misshape) / 2;
  const own = slope(three.map(({ view }) => view));
  const ways = (three[1]!.view.shifted ?? []).map((_, k) => {
    const other = three.map(({ view }) => view.shifted?.[k]);
    return other.every((view) => view !== undefined) ? (STEP * (slope(other) - own)) / bend : 0;
  });
  return Math.hypot(byMarks, ...ways);
}

/** Where a function with one lowest place between two is lowest. */
function lowest(f: (x: number) => number, low: number, high: number): number {
  let [a, b] = [low, high];
  let [x, y] = [b - GOLDEN * (b - a), a + GOLDEN * (b - a)];
  let [fx, fy] = [f(x), f(y)];
  for (let n = 0; n < ROUNDS && b - a > 1e-7; n++) {
    if (fx < fy) {
      [b, y, fy] = [y, x, fx];
      x = b - GOLDEN * (b - a);
      fx = f(x);
    } else {
      [a, x, fx] = [x, y, fy];
      y = a + GOLDEN * (b - a);
      fy = f(y);
    }
  }
  return (a + b) / 2;
}
