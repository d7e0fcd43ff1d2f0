import { useEffect, useMemo, useRef } from "react";
import type { Photo } from "@/client";
import { useBench } from "@/client/bench-store";
import { fetchFill } from "@/client/fill";
import { makesGaps } from "@/core/edges";
import { fillDependsOn } from "@/core/render";
import type { Derived } from "./derived";
import { useFillState } from "./fill-state";

/** How long a recipe must rest before its gaps are filled anew, ms. */
const REST_MS = 450;

/** What the fill of a recipe depends on; null where it has none. */
export const fillOf = ({ recipe, map }: Pick<Derived, "recipe" | "map">): string | null =>
  recipe.frame.on && map.gaps && makesGaps(recipe.edges) ? fillDependsOn(recipe, map.frame) : null;

/**
 * Keeps the fill of the open recipe's gaps: while Edges is open it is made anew, in the background, whenever what it depends on
 * has changed and rests; in other courses what has become false is no longer shown.
 */
export function useFill(photo: Photo, derived: Derived): void {
  const wanted = useMemo(() => fillOf(derived), [derived]);
  const open = useBench((s) => s.course === "edges");
  const moving = useBench((s) => s.gesture !== null);
  const asked = useFillState((s) => s.asked);
  const latest = useRef(derived);
  useEffect(() => {
    latest.current = derived;
  });
  useEffect(() => {
    useFillState.setState({ of: null, fill: null, working: false, error: null, shown: "with" });
  }, [photo.id]);
  useEffect(() => {
    const { of, fill } = useFillState.getState();
    if (!wanted || !open || moving || (of === wanted && fill)) return;
    const stop = new AbortController();
    const timer = setTimeout(async () => {
      useFillState.setState({ working: true, error: null });
      const { recipe, map } = latest.current;
      const [x, y, w, h] = map.rect;
      try {
        const frame = {
          ...recipe.frame,
          rule: "free" as const,
          rect: [x, y, w, h] as [number, number, number, number],
        };
        const made = await fetchFill(photo.id, { ...recipe, frame }, stop.signal);
        if (!stop.signal.aborted) useFillState.setState({ of: wanted, fill: made, working: false });
      } catch (error) {
        if (!stop.signal.aborted) useFillState.setState({ working: false, error: (error as Error).message });
      }
    }, REST_MS);
    return () => {
      clearTimeout(timer);
      stop.abort();
      useFillState.setState({ working: false });
    };
  }, [wanted, open, moving, photo.id, asked]);
}
