import { lineGesture } from "../../../tools/line-gesture";
import { holdSelectedEnd, selectUnder } from "../../../tools/hold-line";
import { type At, type Gesture, type Hand, letGo, select, taken } from "../../../tools/tool";
import type { Stroke } from "../../../tools/line-gesture";
import { holdCorner } from "./hold-corner";
import { takeProposal } from "./take-proposal";

/**
 * A stroke on the picture, with any of the course's tools that draw: beside it the selected line's ends and the corners of
 * faces can be moved, and a click selects a line or takes a proposal.
 */
export function strokeOrHold(at: At, hand: Hand, stroke: Omit<Stroke, "click">): Gesture {
  const held = taken([holdCorner, holdSelectedEnd], at, hand);
  if (held) return held;
  if (!at.recorded) return letGo(hand);
  return lineGesture(hand, { on: "nothing" }, at.recorded, {
    ...stroke,
    click: (up) => {
      const selected = selectUnder(up, hand);
      if (selected.length > 0) return selected;
      const proposed = takeProposal(up, hand);
      return proposed.length > 0 ? proposed : [select(null)];
    },
  });
}
