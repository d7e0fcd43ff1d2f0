import { say } from "@/language";
import type { Photo } from "@/client";
import type { BenchState } from "@/client/bench-store";
import { compute } from "@/client/compute";
import { FEWEST_TRACED, addTrace, lensFromTraces, solvesFromTraces, tracedLine, tracesOf } from "@/core/edits";
import type { Vec2 } from "@/core/geometry";
import { notify } from "@/ui";
import { newId } from "../../../new-id";
import { NO_EDGE, followEdge } from "../../../tools/follow-edge";

/** Solves the lens anew from what is traced; nothing happens without a trace. */
export async function solveFromTraces(bench: () => BenchState): Promise<void> {
  const { recipe, size, versionId } = bench();
  const solution = await compute().solveTraces(tracesOf(recipe), size);
  const { edit, versionId: now } = bench();
  if (solution && now === versionId) edit(lensFromTraces(solution));
}

/** Follows the edge between two ends and keeps it as a taut; says so where no edge is found. */
export async function traceBetween(bench: () => BenchState, photo: Photo, ends: readonly [Vec2, Vec2]): Promise<void> {
  const points = await followEdge(photo, ends, (parts) => parts[0] ?? null);
  if (points === NO_EDGE)
    notify(say("No edge runs from one end to the other there. Draw along one with some contrast, end to end."));
  else if (points) await keepTrace(bench, points);
}

/**
 * A taut through places clicked along an edge: followed from each to the next where the edge can be, and where it
 * cannot the places themselves.
 */
export async function traceThrough(bench: () => BenchState, photo: Photo, places: readonly Vec2[]): Promise<void> {
  const points = await followEdge(photo, places, (parts) => {
    const all = parts.flatMap((part, i) => part ?? [places[i]!, places[i + 1]!]);
    return all.filter((p, i) => i === 0 || p[0] !== all[i - 1]![0] || p[1] !== all[i - 1]![1]);
  });
  if (points && points !== NO_EDGE && points.length >= FEWEST_TRACED) await keepTrace(bench, points);
  else if (points) notify(say("The edge could not be followed there. Click at least five places along it."));
}

/** Keeps a traced edge; a lens that is untouched or traced is solved anew in the same step. */
async function keepTrace(bench: () => BenchState, places: readonly Vec2[]): Promise<void> {
  const { recipe, size, versionId } = bench();
  const line = tracedLine(newId(), places);
  const solution = solvesFromTraces(recipe)
    ? await compute().solveTraces(tracesOf({ lines: [...recipe.lines, line] }), size)
    : null;
  const { edit, set, versionId: now } = bench();
  if (now !== versionId) return;
  edit(addTrace(line, solution));
  set({ selected: line.id, selectedEnd: null, marks: true });
}
