import { useEffect, useMemo, useRef } from "react";
import type { Photo } from "@/client";
import { useBench } from "@/client/bench-store";
import { api } from "@/client/api";
import { type ShownFill, fetchFill } from "@/client/fill";
import { makesGaps, strokesOn } from "@/core/edges";
import { fillDependsOn, gapsDependOn } from "@/core/render";
import type { Derived } from "./derived";
import { useFillState } from "./fill-state";

/** How long a recipe must rest before its gaps are filled anew, ms; and before a stroke is made, which shows at once. */
const REST_MS = 450;
const STROKE_MS = 20;

/** What the fill of a recipe depends on; null where it has none. */
export const fillOf = ({ recipe, map }: Pick<Derived, "recipe" | "map">): string | null =>
  (recipe.frame.on && map.gaps && makesGaps(recipe.edges)) || strokesOn(recipe.edges).length > 0
    ? fillDependsOn(recipe, map.frame)
    : null;

/** What places a fill, whatever is filled. */
const placedBy = ({ recipe, map }: Pick<Derived, "recipe" | "map">): string =>
  gapsDependOn({ ...recipe, edges: { on: true, gaps: "leave" } }, map.frame);

/**
 * Whether a fill may be shown over a picture: where it is its own; in Edges also while another is made, as long as everything
 * lies where it did.
 */
export function isShown({ placed, info }: ShownFill, derived: Derived, inEdges: boolean): boolean {
  const wanted = fillOf(derived);
  if (wanted === info.depends) return true;
  return inEdges && wanted !== null && placed === placedBy(derived);
}

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
  const brushing = useBench((s) => s.course === "edges" && (s.tool === "mend" || s.tool === "graft"));
  useEffect(() => {
    if (!brushing) return;
    // With a brush in hand the first stroke is not far.
    const { recipe } = latest.current;
    const plain = { ...recipe, edges: { on: true, gaps: "leave" as const } };
    api.fill(photo.id, plain, new AbortController().signal, true).catch(() => undefined);
  }, [brushing, photo.id]);
  useEffect(() => {
    useFillState.setState({ of: null, fill: null, working: false, error: null, shown: "with" });
  }, [photo.id]);
  useEffect(() => {
    const { of, fill } = useFillState.getState();
    if (!wanted || !open || moving || (of === wanted && fill)) return;
    const stop = new AbortController();
    const onlyStrokes = fill?.placed === placedBy(latest.current) || !makesGaps(latest.current.recipe.edges);
    const rest = onlyStrokes ? STROKE_MS : REST_MS;
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
        const made = await fetchFill(photo.id, { ...recipe, frame }, placedBy(latest.current), stop.signal);
        if (!stop.signal.aborted) useFillState.setState({ of: wanted, fill: made, working: false });
      } catch (error) {
        if (!stop.signal.aborted) useFillState.setState({ working: false, error: (error as Error).message });
      }
    }, rest);
    return () => {
      clearTimeout(timer);
      stop.abort();
      useFillState.setState({ working: false });
    };
  }, [wanted, open, moving, photo.id, asked]);
}
