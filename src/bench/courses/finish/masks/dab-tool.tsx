import { say } from "@/language";
import { MOST_DAB_POINTS } from "@/core/finish";
import { addDab, addMask, thinned } from "@/core/edits";
import { brushOverlay } from "../../../brush/brush-overlay";
import { radiusOf, useBrush } from "../../../brush/brush-state";
import { inHundredths, painting } from "../../../brush/painting";
import { newId } from "../../../new-id";
import { MOVE } from "../../../tools/move-tool";
import { type Tool, edit, letGo } from "../../../tools/tool";
import { toolIcon } from "../../../tools/tool-button";
import { useMasks } from "./mask-state";
import { fullOfMasks } from "./wash-tool";

/** A brush over the part that is to be changed; it adds to the dab that is selected, and with Alt takes away from it. */
export const DAB: Tool = {
  name: "dab",
  label: say("Dab"),
  words: say("Brush over a part that is to be lighter, warmer or sharper (Alt: takes away from the selected dab)"),
  key: "Shift+b",
  cursor: "none",
  brush: "dab",
  corrected: true,
  Overlay: brushOverlay("dab"),
  icon: toolIcon(
    <>
      <path d="M3 12c0-4 2-6 5-6 4 0 7 1.5 7 4.5S12 15 8.5 15 3 14 3 12z" />
      <path d="M6 3.5h.01M10 2.8h.01M13.5 4h.01" strokeWidth="2" />
    </>,
  ),
  hint: ({ recipe, selected }) => {
    const masks = recipe.finish?.masks ?? [];
    return masks.some((m) => m.id === selected && m.kind === "dab") ? null : fullOfMasks(masks.length);
  },
  down: (at, hand) => {
    const { bench } = hand;
    if (bench.view !== "corrected") return MOVE.down(at, hand);
    if (!at.recorded) return letGo(hand);
    const radius = radiusOf(useBrush.getState(), bench.size, "dab");
    return painting({ kind: "dab", start: at.recorded, radius, pressure: 1 }, (points, _, { alt }) => {
      const into = bench.recipe.finish?.masks?.find((m) => m.id === bench.selected && m.kind === "dab");
      const dab = {
        points: thinned(points, MOST_DAB_POINTS).map(inHundredths),
        radius: Math.round(radius * 100) / 100,
      };
      if (into) return [edit(addDab(into.id, alt ? { ...dab, off: true } : dab))];
      if (alt) return [];
      const { effect } = useMasks.getState();
      const id = newId();
      return [
        edit(addMask({ id, kind: "dab", on: true, dabs: [dab], ...effect })),
        { do: "set", state: { selected: id, selectedEnd: null, marks: true } },
      ];
    });
  },
};
