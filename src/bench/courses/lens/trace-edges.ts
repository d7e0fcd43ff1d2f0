import type { Photo } from "@/client";
import type { BenchState } from "@/client/bench-store";
import { compute } from "@/client/compute";
import { luminanceOf } from "@/client/picture/pixels";
import { FEWEST_TRACED, addTaut, lensFromTraces, solvesFromTraces, tautLine, tracesOf } from "@/core/edits";
import { type Vec2, bounds } from "@/core/geometry";
import { notify } from "@/ui";
import { newId } from "../../new-id";

/** Solves the lens anew from what is traced; nothing happens without a trace. */
export async function solveFromTraces(bench: () => BenchState): Promise<void> {
  const { recipe, size, versionId } = bench();
  const solution = await compute().solveTraces(tracesOf(recipe), size);
  const { edit, versionId: now } = bench();
  if (solution && now === versionId) edit(lensFromTraces(solution));
}

/** Follows the edge between two ends and keeps it as a taut; says so where no edge is found. */
export async function traceBetween(bench: () => BenchState, photo: Photo, ends: readonly [Vec2, Vec2]): Promise<void> {
  const points = await followed(photo, ends, (parts) => parts[0] ?? null);
  if (points === NOTHING)
    notify("No edge runs from one end to the other there. Draw along one with some contrast, end to end.");
  else if (points) await keepTaut(bench, points);
}

/**
 * A taut through places clicked along an edge: followed from each to the next where the edge can be, and where it
 * cannot the places themselves.
 */
export async function traceThrough(bench: () => BenchState, photo: Photo, places: readonly Vec2[]): Promise<void> {
  const points = await followed(photo, places, (parts) => {
    const all = parts.flatMap((part, i) => part ?? [places[i]!, places[i + 1]!]);
    return all.filter((p, i) => i === 0 || p[0] !== all[i - 1]![0] || p[1] !== all[i - 1]![1]);
  });
  if (points && points !== NOTHING && points.length >= FEWEST_TRACED) await keepTaut(bench, points);
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
  const line = tautLine(newId(), places);
  const solution = solvesFromTraces(recipe)
    ? await compute().solveTraces(tracesOf({ lines: [...recipe.lines, line] }), size)
    : null;
  const { edit, set, versionId: now } = bench();
  if (now !== versionId) return;
  edit(addTaut(line, solution));
  set({ selected: line.id, selectedEnd: null, marks: true });
}
