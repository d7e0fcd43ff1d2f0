/** Runs in the browser's main thread: solve and map for 50 plumbs, as on every move of a mark. */
import { emptyRecipe } from "@/core/recipe";
import { compile, sampleGrid, solveRecipe, withCamera, withSolvedAttitude } from "@/core/render";
import { madeUpCamera, madeUpPlumbs, madeUpSills, randomFrom } from "@/core/testing";
import { type LineInput, solveLines } from "@/core/attitude";
import { makeLens } from "@/core/lens";

/** @param ratio of the clean frame; "by hand" leaves the search for a frame out. */
function measure(k1: number, ratio: number | null | "by hand", runs: number): number[] {
  const random = randomFrom(50);
  const made = { ...madeUpCamera(random), k1: 0 };
  const lines = madeUpPlumbs(made, random, 50).map((points, i) => ({
    id: `l${i}`,
    kind: "plumb" as const,
    points: points.map((p): [number, number] => [p[0], p[1]]),
    on: true,
  }));
  const times: number[] = [];
  for (let n = 0; n < runs; n++) {
    const recipe = { ...emptyRecipe(), lines };
    recipe.camera = { focalPx: made.intrinsics.focalPx, focalFrom: "stated", principal: null };
    recipe.lens = { ...recipe.lens, k: [k1 + n * 1e-6, 0, 0] };
    recipe.frame = ratio === "by hand" ? { ...recipe.frame, rule: "free" } : { ...recipe.frame, ratio };
    const began = performance.now();
    const settled = withCamera(withSolvedAttitude(recipe, made.size), made.size);
    const map = compile(settled, made.size);
    solveRecipe(settled, made.size);
    sampleGrid(map, [0, 0, 3000, 2000], 96, 64);
    times.push(performance.now() - began);
  }
  return times.slice(runs / 2).sort((a, b) => a - b);
}

/** The solve alone for 50 lines: 20 plumbs and 10 sills each of three walls. */
function solveFifty(runs: number): number[] {
  const random = randomFrom(7);
  const made = { ...madeUpCamera(random), k1: 0, attitude: { pitch: 9, yaw: 0, roll: -1 } };
  const lines: LineInput[] = [
    ...madeUpPlumbs(made, random, 20).map((ends, i) => ({ id: `p${i}`, kind: "plumb" as const, ends })),
    ...[-50, 5, 48].flatMap((h) =>
      madeUpSills(made, random, h, 10).map((ends, i) => ({ id: `s${h}-${i}`, kind: "sill" as const, ends })),
    ),
  ];
  const lens = makeLens(made.size, null);
  const times: number[] = [];
  for (let n = 0; n < runs; n++) {
    const moved = lines.map((l, i) =>
      i === 0 ? { ...l, ends: [[l.ends[0][0] + n * 0.01, l.ends[0][1]], l.ends[1]] as const } : l,
    );
    const began = performance.now();
    solveLines(made.intrinsics, lens, moved);
    times.push(performance.now() - began);
  }
  return times.slice(runs / 2).sort((a, b) => a - b);
}

/** A reference for the machine: a fixed number of double multiplications, ms. */
function reference(): number {
  const data = Float64Array.from({ length: 1000 }, (_, i) => i);
  const began = performance.now();
  let sum = 0;
  for (let k = 0; k < 2000; k++) for (let i = 0; i < 1000; i++) sum += data[i]! * 1.0001;
  return performance.now() - began + (sum < 0 ? 1 : 0);
}

const median = (sorted: number[]): number => sorted[sorted.length >> 1]!;
reference();
// Warm: the engine compiles what runs often, as it does after the first few moves of a mark.
measure(-0.05, null, 40);
measure(0, 1.5, 40);
const result = {
  referenceMs: reference(),
  solveFiftyMs: median(solveFifty(120)),
  solveAndMapMs: median(measure(-0.05, "by hand", 60)),
  withFrameMs: median(measure(-0.05, 1.5, 60)),
  withAnyFrameMs: median(measure(-0.05, null, 60)),
};
document.title = JSON.stringify(result);
