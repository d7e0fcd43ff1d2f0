import { say } from "@/language";
import { MOST_STROKES } from "@/core/edges";
import { MOVE } from "../../../tools/move-tool";
import { type Outcome, type Tool, later, pan } from "../../../tools/tool";
import { toolIcon } from "../../../tools/tool-button";
import { ThingOverlay } from "./thing-overlay";
import { leaveThing, neverCopyThing, pressThing, resizeThing, takeOutThing, useThing } from "./thing-state";

const KEYS: Readonly<Record<string, () => readonly Outcome[]>> = {
  Enter: () => {
    takeOutThing();
    return [];
  },
  v: () => {
    neverCopyThing();
    return [];
  },
  Escape: () => {
    leaveThing();
    return [];
  },
  "+": () => [later((_, photo) => resizeThing(photo, 1))],
  "-": () => [later((_, photo) => resizeThing(photo, -1))],
};

/** A press on a thing takes hold of all of it. */
export const THING: Tool = {
  name: "thing",
  label: say("Thing"),
  words: say("Press on a thing to take it out, or never to copy it"),
  key: "Ctrl+m",
  icon: toolIcon(
    <>
      <path d="M6 15.5V8a3 3 0 0 1 6 0v7.5z" strokeDasharray="2.4 2" />
      <path d="M9 2v1.6M3.6 4.6l1.2 1.2M14.4 4.6l-1.2 1.2" />
    </>,
  ),
  cursor: "pointer",
  corrected: true,
  Overlay: ThingOverlay,
  down: (at, hand) => {
    if (hand.bench.view !== "corrected") return MOVE.down(at, hand);
    const { recorded, shift } = at;
    return pan([], () => (recorded ? [later((_, photo) => pressThing(photo, recorded, shift))] : []));
  },
  onKey: (key) => (useThing.getState().thing ? (KEYS[key]?.() ?? null) : null),
  hint: ({ recipe }) =>
    (recipe.edges.strokes?.length ?? 0) >= MOST_STROKES
      ? say("There are {most} strokes; a recipe holds no more. Delete some.", { most: MOST_STROKES })
      : null,
};
