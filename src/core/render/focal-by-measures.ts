import { solveLines } from "../attitude";
import type { Size } from "../geometry";
import { measuresOf } from "../shape/proportion";
import { measuredProportion } from "./measured";
import { type SettledRecipe, isFree, lensOf, linesOf } from "./settled";

/** Focal lengths looked at, as factors of the assumed one, evenly in their logarithm. */
const FACTORS = [0.5, 0.595, 0.707, 0.841, 1, 1.189, 1.414, 1.682, 2] as const;
/** A focal length less certain than this, as a share of itself, is not taken from measures: they tell the height instead. */
const MOST_SIGMA = 0.05;
const ROUNDS = 40;
const GOLDEN = (Math.sqrt(5) - 1) / 2;

/**
 * The focal length under which what is measured comes out in its shape, solved together with the attitude of the lines;
 * where it is only assumed and the lines alone do not tell it. By golden section on the squares of all that the shapes miss.
 *
 * @returns pixels; null where the measures do not tell it within 5 %.
 */
export function focalByMeasures(recipe: SettledRecipe, size: Size): number | null {
  if (recipe.attitude.from !== "lines" || !isFree(recipe) || measuresOf(recipe).length === 0) return null;
  const { face } = recipe.attitude;
  const start = Math.log(recipe.camera.focalPx);
  const missed = (log: number): number => {
    const camera = { ...recipe.camera, focalPx: Math.exp(log) };
    const own = { ...recipe, camera };
    const lens = lensOf(own, size);
    const solution = solveLines(camera, lens, linesOf(recipe), { face });
    if (solution.status !== "solved") return Infinity;
    const attitude = { ...recipe.attitude, ...solution.attitude };
    const told = measuredProportion({ ...own, attitude }, lens, solution);
    return told && told.measures.some((m) => m.missPx !== null) ? told.misshape : Infinity;
  };
  const seen = FACTORS.map((factor) => start + Math.log(factor));
  const misses = seen.map(missed);
  const best = misses.reduce((a, v, i) => (v < misses[a]! ? i : a), 0);
  if (!(misses[best]! < Infinity) || best === 0 || best === seen.length - 1) return null;
  const [low, high] = [seen[best - 1]!, seen[best + 1]!];
  const found = lowest(missed, low, high);
  // The sum of squares rises by one at a deviation from its lowest place.
  const step = 0.02;
  const rise = (missed(found - step) + missed(found + step)) / 2 - missed(found);
  return rise > 0 && step / Math.sqrt(rise) < MOST_SIGMA ? Math.exp(found) : null;
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
