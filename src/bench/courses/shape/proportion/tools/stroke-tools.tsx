import { say } from "@/language";
import { asTallAsShot } from "@/core/edits";
import type { Vec2 } from "@/core/geometry";
import { lineGesture, reachOf } from "../../../../tools/line-gesture";
import {
  type At,
  type Gesture,
  type Hand,
  type Outcome,
  type Tool,
  edit,
  letGo,
  select,
  taken,
} from "../../../../tools/tool";
import { toolIcon } from "../../../../tools/tool-button";
import { newMeasure } from "../new-measure";
import { useMeasuring } from "../measuring-state";
import { holdMeasurePlace, measureUnder } from "./hold-measure";

/** A stroke from place to place; it may begin on a measure. */
function strokeOf(at: At, hand: Hand, done: (ends: readonly [Vec2, Vec2]) => readonly Outcome[]): Gesture {
  if (!at.recorded) return letGo(hand);
  return lineGesture(hand, { on: "nothing" }, at.recorded, {
    kind: () => "taut",
    done,
    click: (up) => [select(measureUnder(up, hand)?.id ?? null)],
  });
}

/** A single known length along a plumb or a sill. */
export const LENGTH: Tool = {
  name: "known-length",
  label: say("Length"),
  words: say("Known length: draw along it"),
  key: "Shift+l",
  cursor: "crosshair",
  icon: toolIcon(<path d="M2 6v6M16 6v6M2 9h14M4.5 7L2 9l2.5 2M13.5 7L16 9l-2.5 2" />),
  down: (at, hand) =>
    taken([holdMeasurePlace], at, hand) ??
    strokeOf(at, hand, (ends) => newMeasure("length", ends, reachOf(hand), false)),
};

/** Reads off a distance without changing anything. */
export const TAPE: Tool = {
  name: "tape",
  label: say("Tape"),
  words: say("Tape: read off a distance"),
  key: "Shift+t",
  cursor: "crosshair",
  icon: toolIcon(
    <>
      <circle cx="6.5" cy="6.5" r="4.5" />
      <path d="M6.5 11H16.5v3.5M9.5 11v2M13 11v2" />
    </>,
  ),
  down: (at, hand) =>
    strokeOf(at, hand, (ends) => {
      useMeasuring.setState(({ tapes }) => ({ tapes: [...tapes.slice(-19), ends] }));
      return [];
    }),
};

/** Gives a stretch the height that it had as shot. */
export const AS_TALL: Tool = {
  name: "as-tall",
  label: say("As tall"),
  words: say("As tall as it was: draw from foot to top of what is to keep its height"),
  key: "Shift+a",
  cursor: "crosshair",
  icon: toolIcon(<path d="M3 16h12M5 16V5l4-3 4 3v11M9 13V7M7.5 8.5L9 7l1.5 1.5M7.5 11.5L9 13l1.5-1.5" />),
  down: (at, hand) => strokeOf(at, hand, (ends) => [edit(asTallAsShot(ends, hand.bench.size))]),
};
