import type { Photo } from "@/client";
import type { BenchState } from "@/client/bench-store";
import { compute } from "@/client/compute";
import { luminanceOf } from "@/client/picture/pixels";
import { type Vec2, bounds } from "@/core/geometry";
import type { Trace, TracedSolution } from "@/core/lens";
import type { Recipe } from "@/core/recipe";
import { notify } from "@/ui";
import { newLineId } from "../lines/line-edits";

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

/** Follows the edge between two ends and keeps it as a taut; says so where no edge is found. */
export async function addTaut(bench: () => BenchState, photo: Photo, ends: readonly [Vec2, Vec2]): Promise<void> {
  const points = await followed(photo, ends, (parts) => parts[0] ?? null);
  if (points === NOTHING)
    notify("No edge runs from one end to the other there. Draw along one with some contrast, end to end.");
  else if (points) await keepTaut(bench, points);
}

/** Fewer points than this say too little of how an edge is bowed. */
const FEWEST = 5;

/**
 * A taut through places clicked along an edge: followed from each to the next where the edge can be, and where it
 * cannot the places themselves.
 */
export async function addTautThrough(bench: () => BenchState, photo: Photo, places: readonly Vec2[]): Promise<void> {
  const points = await followed(photo, places, (parts) => {
    const all = parts.flatMap((part, i) => part ?? [places[i]!, places[i + 1]!]);
    return all.filter((p, i) => i === 0 || p[0] !== all[i - 1]![0] || p[1] !== all[i - 1]![1]);
  });
  if (points && points !== NOTHING && points.length >= FEWEST) await keepTaut(bench, points);
  else if (points) notify("The edge could not be followed there. Click at least five places along it.");
}

const NOTHING: readonly Vec2[] = [];

/** The edge from each place to the next, null where there is none, put together; null when it could not be looked at. */
async function followed(
  photo: Photo,
  places: readonly Vec2[],
  join: (parts: readonly (readonly Vec2[] | null)[]) => readonly Vec2[] | null,
): Promise<readonly Vec2[] | null> {
  const [x, y, w, h] = bounds(places);
  const reach = 24 + 0.08 * Math.hypot(w, h);
  try {
    const { image, scale } = await luminanceOf(photo, [x - reach, y - reach, w + 2 * reach, h + 2 * reach]);
    const parts: (readonly Vec2[] | null)[] = [];
    const scaled = places.map(([px, py]): Vec2 => [px * scale, py * scale]);
    for (let i = 1; i < scaled.length; i++) {
      const traced = await compute().traceEdge(image, scaled[i - 1]!, scaled[i]!);
      parts.push(traced && traced.points.map(([px, py]): Vec2 => [px / scale, py / scale]));
    }
    return join(parts) ?? NOTHING;
  } catch (error) {
    notify(`The edge could not be traced: ${(error as Error).message}`, "error");
    return null;
  }
}

/** Keeps a traced edge; a lens that is untouched or traced is solved anew in the same step. */
async function keepTaut(bench: () => BenchState, places: readonly Vec2[]): Promise<void> {
  const { recipe, size, versionId } = bench();
  const id = newLineId();
  const points = places.map(([x, y]): [number, number] => [x, y]);
  const line: Recipe["lines"][number] = { id, kind: "taut", points, on: true };
  const solves = recipe.lens.from === "none" || recipe.lens.from === "traced";
  const solution = solves ? await compute().solveTraces(tracesOf({ lines: [...recipe.lines, line] }), size) : null;
  const { edit, set, versionId: now } = bench();
  if (now !== versionId) return;
  edit("Trace an edge", (r) => {
    r.lines.push(line);
    if (solution) r.lens = withTraces(r.lens, solution);
  });
  set({ selected: id, selectedEnd: null, marks: true });
}
