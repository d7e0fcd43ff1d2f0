import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useMemo } from "react";
import { useBench } from "@/client/bench-store";
import { compute } from "@/client/compute";
import type { TracedSolution } from "@/core/lens";
import { tracesOf } from "@/core/edits";

/** What the traces of the open recipe say, while its lens comes from them; the last answer until the next is there. */
export function useTraceSolution(): TracedSolution | null {
  const lines = useBench((s) => s.recipe.lines);
  const size = useBench((s) => s.size);
  const traced = useBench((s) => s.recipe.lens.from === "traced");
  const traces = useMemo(() => tracesOf({ lines }), [lines]);
  const { data } = useQuery({
    queryKey: ["traces", size, traces.map((t) => [t.id, t.points.length, t.points[0]])],
    queryFn: () => compute().solveTraces(traces, size),
    enabled: traced && traces.length > 0,
    placeholderData: keepPreviousData,
    staleTime: Infinity,
  });
  return traced ? (data ?? null) : null;
}
