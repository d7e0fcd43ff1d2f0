import { sayError } from "@/language";
import { TellingError } from "@/core/language";
import { useEffect, useMemo, useRef } from "react";
import type { Photo } from "@/client";
import { useBench } from "@/client/bench-store";
import { api } from "@/client/api";
import { type ShownFill, fetchFill } from "@/client/shown-fill";
import { makesGaps, onlyPlacing, strokesOn } from "@/core/edges";
import { fillDependsOn, gapsDependOn } from "@/core/render";
import { tooMuch } from "@/core/render/too-much";
import type { Derived } from "../derived";
import { useFillState } from "./fill-state";
import { roughlyFilled } from "./rough-fill";

/** How long a recipe must rest before its gaps are filled anew, ms; and before a stroke is made, which shows at once. */
const REST_MS = 150;
const STROKE_MS = 20;
/** What a photo was opened with waits until the rest has come, ms. */
const OPENED_MS = 1500;

/** A recipe with the map that its fill is placed by. */
type Filled = Pick<Derived, "recipe" | "map">;

/** What the fill of a recipe depends on; null where it has none. */
export const fillOf = ({ recipe, map }: Filled): string | null =>
  (recipe.frame.on && map.gaps && makesGaps(recipe.edges)) || strokesOn(recipe.edges).length > 0
    ? fillDependsOn(recipe, map.frame)
    : null;

/** What places a fill, whatever is filled. */
const placedBy = ({ recipe, map }: Filled): string =>
  gapsDependOn({ ...recipe, edges: onlyPlacing(recipe.edges) }, map.frame);

/** What a fill made now is made for. */
export const madeFor = (derived: Filled): Pick<ShownFill, "of" | "placed"> => ({
  of: fillOf(derived) ?? "",
  placed: placedBy(derived),
});

/** How what is made up stands to the recipe. */
export type FillStanding = "none" | "fresh" | "stale";

export const standingOf = (fill: ShownFill | null, derived: Derived): FillStanding => {
  const wanted = fillOf(derived);
  return wanted === null ? "none" : fill?.of === wanted ? "fresh" : "stale";
};

/**
 * Whether a fill may be shown over a picture: where it is its own; in Edges also while another is made, as long as everything
 * lies where it did.
 */
export const isShown = (fill: ShownFill, derived: Derived, inEdges: boolean): boolean =>
  standingOf(fill, derived) === "fresh" || (inEdges && fillOf(derived) !== null && fill.placed === placedBy(derived));

/** Has what a recipe makes up made, and fetches what is shown of it. @throws Error for more than can be made, before anything is asked for; as fetchFill does. */
export async function madeUp(photo: Photo, derived: Filled, signal: AbortSignal): Promise<ShownFill> {
  const { recipe, map } = derived;
  const [x, y, w, h] = map.rect;
  const frame = { ...recipe.frame, rule: "free" as const, rect: [x, y, w, h] as [number, number, number, number] };
  const words = tooMuch({ ...recipe, frame });
  if (words !== null) throw new TellingError(words);
  return fetchFill(photo.id, { ...recipe, frame }, madeFor(derived), signal);
}

/**
 * Keeps what the open recipe makes up: it is made when the photo is opened, in the background; while Edges is open anew whenever
 * what it depends on has changed and rests; in other courses what has become false is no longer shown, and made when asked for.
 *
 * @param open whether a course that makes it anew is. @param brushing whether a brush is in hand that may draw the first stroke.
 */
export function useFill(photo: Photo, derived: Derived, open: boolean, brushing: boolean): void {
  const wanted = useMemo(() => fillOf(derived), [derived]);
  const moving = useBench((s) => s.gesture !== null);
  const { asked, stopped } = useFillState();
  const answered = useRef({ asked: 0, once: false });
  const latest = useRef(derived);
  useEffect(() => {
    latest.current = derived;
  });
  const hasGaps = derived.recipe.frame.on && derived.map.gaps;
  useEffect(() => {
    if (!brushing && !hasGaps) return;
    // With a brush in hand the first stroke is not far; where there are gaps, their fill.
    const { recipe } = latest.current;
    const plain = { ...recipe, edges: { on: true, gaps: "leave" as const } };
    api.fill(photo.id, plain, new AbortController().signal, true).catch(() => undefined);
  }, [brushing, hasGaps, photo.id]);
  useEffect(() => {
    const { fill } = useFillState.getState();
    if (!wanted || moving || fill?.of === wanted || stopped === wanted) return;
    const told = asked !== answered.current.asked;
    if (!open && !told && answered.current.once) return;
    const stop = new AbortController();
    const onlyStrokes = fill?.placed === placedBy(latest.current) || !makesGaps(latest.current.recipe.edges);
    const rest = !open && !told ? OPENED_MS : onlyStrokes || told ? STROKE_MS : REST_MS;
    const timer = setTimeout(async () => {
      answered.current = { asked, once: true };
      useFillState.setState({ working: true, error: null });
      // Something is seen at once, where nothing is.
      if (open && (!fill || !isShown(fill, latest.current, true)))
        void roughlyFilled(photo, latest.current, placedBy(latest.current)).then((rough) => {
          if (rough && !stop.signal.aborted && useFillState.getState().working) useFillState.setState({ fill: rough });
        });
      try {
        const made = await madeUp(photo, latest.current, stop.signal);
        if (!stop.signal.aborted) useFillState.setState({ fill: made, working: false });
      } catch (error) {
        if (!stop.signal.aborted) useFillState.setState({ working: false, error: sayError(error as Error) });
      }
    }, rest);
    return () => {
      clearTimeout(timer);
      stop.abort();
      useFillState.setState({ working: false });
    };
  }, [wanted, open, moving, photo, asked, stopped]);
}

/** What is out of date, or was stopped, is made now. */
export const makeAnew = (): void =>
  useFillState.setState(({ asked }) => ({ asked: asked + 1, error: null, stopped: null }));
