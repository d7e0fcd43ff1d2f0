import { say } from "@/language";
import { type StrokeKind, MOST_STROKES } from "@/core/edges";
import { addStroke, thinned } from "@/core/edits";
import type { Vec2 } from "@/core/geometry";
import { newId } from "../../../new-id";
import { MOVE } from "../../../tools/move-tool";
import { type Gesture, type Hand, type Tool, edit, pan } from "../../../tools/tool";
import { toolIcon } from "../../../tools/tool-button";
import { radiusFor, sourceAt, useBrush, useBrushSettings } from "../../../brush/brush-state";
import { inHundredths, painting } from "../../../brush/painting";
import { brushOverlay } from "../../../brush/brush-overlay";
import { graftPreview } from "./graft-preview";
import { graftingFrom } from "./graft-source";

/** A brush drawn over the picture becomes a stroke. */
function stroking(kind: StrokeKind, start: Vec2, hand: Hand, pressure: number): Gesture {
  const { size, recipe } = hand.bench;
  const set = { ...useBrush.getState(), ...useBrushSettings.getState() };
  const radius = radiusFor(set.radius, size);
  const from = kind === "graft" ? (graftingFrom(recipe, size, hand.projection.map, set, start)?.(start) ?? null) : null;
  return painting({ kind, start, radius, pressure }, (points, press) => {
    if (kind === "graft" && !from) return [];
    if (kind === "graft" && set.aligned && !set.first) useBrush.setState({ first: start });
    const light = press.some((p) => p < 0.995);
    return [
      edit(
        addStroke({
          id: newId(),
          kind,
          points: thinned(points).map(inHundredths),
          ...(light && { press: thinned(press).map((p) => Math.round(p * 1000) / 1000) }),
          radius: Math.round(radius * 100) / 100,
          hardness: set.hardness,
          ...(set.strength < 1 && { strength: set.strength }),
          on: true,
          ...(from && { from: inHundredths(from) }),
          ...(from && set.along !== "picture" && { along: set.along }),
          ...(from && set.lock && { lock: set.lock }),
          ...(from && !set.matched && { light: "as-is" as const }),
        }),
      ),
    ];
  });
}

const GRAFT_OVERLAY = brushOverlay("stroke", graftPreview);
const MEND_OVERLAY = brushOverlay("stroke");

const brush = (kind: StrokeKind, button: Pick<Tool, "name" | "label" | "words" | "key" | "icon" | "hint">): Tool => ({
  ...button,
  cursor: "none",
  brush: "stroke",
  Overlay: kind === "graft" ? GRAFT_OVERLAY : MEND_OVERLAY,
  corrected: true,
  down: (at, hand) => {
    if (hand.bench.view !== "corrected") return MOVE.down(at, hand);
    if (!at.recorded) return pan();
    if (kind === "graft" && !useBrush.getState().source) {
      sourceAt(at.recorded);
      return { move: () => [], up: () => [] };
    }
    return stroking(kind, at.recorded, hand, at.pressure);
  },
});

const full = (strokes: number): string | null =>
  strokes >= MOST_STROKES
    ? say("There are {most} strokes; a recipe holds no more. Delete some.", { most: MOST_STROKES })
    : null;

/** Mends what it is drawn over from what is around. */
export const MEND = brush("mend", {
  name: "mend",
  label: say("Mend"),
  words: say("Draw over what should not be there"),
  key: "Shift+m",
  icon: toolIcon(
    <>
      <circle cx={9} cy={9} r={6} strokeDasharray="2.2 2.2" />
      <path d="M6 9.4l2.2 2.2L12.4 7" />
    </>,
  ),
  hint: ({ recipe }) => full(recipe.edges.strokes?.length ?? 0),
});

/** Copies from a chosen place. */
export const GRAFT = brush("graft", {
  name: "graft",
  label: say("Graft"),
  words: say("Copy from a chosen place on to what it is drawn over"),
  key: "Shift+p",
  icon: toolIcon(
    <>
      <rect x={2.5} y={9} width={6.5} height={6.5} strokeDasharray="2 1.6" />
      <rect x={9.5} y={2.5} width={6} height={6} />
      <path d="M8.6 9.4L11 7M8.8 7H11v2.2" />
    </>,
  ),
  hint: ({ recipe }) =>
    full(recipe.edges.strokes?.length ?? 0) ??
    (useBrush.getState().source ? null : say("Press where to copy from; later, Shift B over another place.")),
});
