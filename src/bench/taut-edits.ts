import type { Photo } from "@/client";
import type { BenchState } from "@/client/bench-store";
import { compute } from "@/client/compute";
import { luminanceOf } from "@/client/picture/pixels";
import type { Vec2 } from "@/core/geometry";
import type { Trace, TracedSolution } from "@/core/lens";
import type { Recipe } from "@/core/recipe";
import { notify } from "@/ui";
import { newLineId } from "./line-edits";

/** The tauts of a recipe that are switched on, as traces. */
export const tracesOf = (recipe: Pick<Recipe, "lines">): Trace[] =>
  recipe.lines
    .filter((l) => l.on && l.kind === "taut" && l.points.length >= 5)
    .map(({ id, points }) => ({ id, points }));

/** The lens course with the distortion that the traces give. */
export const withTraces = (lens: Recipe["lens"], { k, centre }: TracedSolution): Recipe["lens"] => ({
  ...lens,
  on: true,
  from: "traced",
  profile: null,
  model: "brown-conrady",
  k: [k[0], k[1], k[2]],
  p: [0, 0],
  centre: [centre[0], centre[1]],
  amount: 1,
});

/** Solves the lens anew from what is traced; nothing happens without a trace. */
export async function solveFromTraces(bench: () => BenchState): Promise<void> {
  const { recipe, size, versionId } = bench();
  const solution = await compute().solveTraces(tracesOf(recipe), size);
  const { edit, versionId: now } = bench();
  if (solution && now === versionId)
    edit("Lens from traced edges", (r) => void (r.lens = withTraces(r.lens, solution)));
}

/**
 * Follows the edge between two ends and keeps it as a taut; a lens that is untouched or traced is solved anew in the
 * same step. Says so where no edge is found.
 */
export async function addTaut(bench: () => BenchState, photo: Photo, [from, to]: readonly [Vec2, Vec2]): Promise<void> {
  const { versionId } = bench();
  const reach = 24 + 0.08 * Math.hypot(to[0] - from[0], to[1] - from[1]);
  const [x0, y0] = [Math.min(from[0], to[0]) - reach, Math.min(from[1], to[1]) - reach];
  const area = [x0, y0, Math.max(from[0], to[0]) + reach - x0, Math.max(from[1], to[1]) + reach - y0] as const;
  try {
    const { image, scale } = await luminanceOf(photo, area);
    const traced = await compute().traceEdge(image, [from[0] * scale, from[1] * scale], [to[0] * scale, to[1] * scale]);
    if (!traced) {
      notify("No edge runs from one end to the other there. Draw along one with some contrast, end to end.");
      return;
    }
    const id = newLineId();
    const points = traced.points.map(([x, y]): [number, number] => [x / scale, y / scale]);
    const line: Recipe["lines"][number] = { id, kind: "taut", points, on: true };
    const { recipe, size } = bench();
    const solves = recipe.lens.from === "none" || recipe.lens.from === "traced";
    const solution = solves ? await compute().solveTraces(tracesOf({ lines: [...recipe.lines, line] }), size) : null;
    const { edit, set, versionId: now } = bench();
    if (now !== versionId) return;
    edit("Trace an edge", (r) => {
      r.lines.push(line);
      if (solution) r.lens = withTraces(r.lens, solution);
    });
    set({ selected: id, selectedEnd: null, marks: true });
  } catch (error) {
    notify(`The edge could not be traced: ${(error as Error).message}`, "error");
  }
}
