import { say } from "@/language";
import { MOST_MASKS } from "@/core/finish";
import { addMask, moveMask } from "@/core/edits";
import { inHundredths } from "../../../brush/painting";
import { newId } from "../../../new-id";
import { MOVE } from "../../../tools/move-tool";
import { type Tool, edit, letGo, taken } from "../../../tools/tool";
import { toolIcon } from "../../../tools/tool-button";
import { holdMask } from "./hold-mask";
import { useMasks } from "./mask-state";

/** No more masks than a recipe holds. */
export const fullOfMasks = (count: number): string | null =>
  count >= MOST_MASKS
    ? say("There are {most} masks; a recipe holds no more. Delete some.", { most: MOST_MASKS })
    : null;

/** A stroke from where a part is changed wholly to where it is not at all. */
export const WASH: Tool = {
  name: "wash",
  label: say("Wash"),
  words: say("Draw a wash: from where the picture changes wholly to where it does not"),
  key: "Shift+w",
  cursor: "crosshair",
  corrected: true,
  icon: toolIcon(
    <>
      <path d="M2.5 3.5h13" strokeWidth="2.6" />
      <path d="M2.5 7h13" strokeWidth="1.8" />
      <path d="M2.5 10.5h13" strokeDasharray="3 1.5" />
      <path d="M2.5 14h13" strokeDasharray="1 3" />
    </>,
  ),
  hint: ({ recipe }) => fullOfMasks(recipe.finish?.masks?.length ?? 0),
  down: (at, hand) => {
    if (hand.bench.view !== "corrected") return MOVE.down(at, hand);
    const held = taken([holdMask], at, hand);
    if (held) return held;
    const start = at.recorded;
    if (!start) return letGo(hand);
    const id = newId();
    let drawn = false;
    return {
      keeps: "map",
      move: ({ recorded, far }) => {
        if (!recorded || !(far || drawn)) return [];
        const ends: [[number, number], [number, number]] = [inHundredths(start), inHundredths(recorded)];
        if (drawn) return [edit(moveMask(id, ends))];
        drawn = true;
        const { effect } = useMasks.getState();
        return [
          edit(addMask({ id, kind: "wash", on: true, ends, ...effect })),
          { do: "set", state: { selected: id, selectedEnd: null, marks: true } },
        ];
      },
      up: () => (drawn ? [] : [{ do: "set", state: { selected: null, selectedEnd: null } }]),
    };
  },
};
