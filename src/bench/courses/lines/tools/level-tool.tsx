import { say } from "@/language";
import { levelBy } from "@/core/edits";
import { type Tool, edit } from "../../../tools/tool";
import { toolIcon } from "../../../tools/tool-button";
import { strokeOrHold } from "./stroke";

/** One stroke along the horizon rolls the camera level. */
export const LEVEL: Tool = {
  name: "level",
  label: say("Level"),
  words: say("Level by a stroke"),
  key: "i",
  cursor: "crosshair",
  icon: toolIcon(
    <>
      <path d="M1.5 9h15" />
      <rect x="6" y="6.2" width="6" height="5.6" rx="2.6" />
    </>,
  ),
  down: (at, hand) =>
    strokeOrHold(at, hand, { kind: () => "sill", done: (ends) => [edit(levelBy(ends, hand.bench.size))] }),
};
