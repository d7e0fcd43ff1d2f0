import { say } from "@/language";
import { addSource } from "@/core/edits";
import { newId } from "../../../new-id";
import { MOVE } from "../../../tools/move-tool";
import { outlineGesture } from "../../../tools/outline-gesture";
import { type Tool, edit, pan } from "../../../tools/tool";
import { toolIcon } from "../../../tools/tool-button";

const tool = (use: "from" | "never", button: Pick<Tool, "name" | "label" | "words" | "key" | "icon">): Tool => ({
  ...button,
  cursor: "crosshair",
  down: (at, hand) => {
    if (hand.bench.view !== "corrected") return MOVE.down(at, hand);
    const { recorded } = at;
    return recorded
      ? outlineGesture(recorded, hand.bench.size, (outline) => [edit(addSource(newId(), use, outline))])
      : pan();
  },
});

/** An outline around what gaps are to be filled from. */
export const SOURCE = tool("from", {
  name: "source",
  label: say("From"),
  words: say("Draw around what gaps are filled from"),
  key: "Shift+u",
  icon: toolIcon(
    <>
      <path d="M4 5c3-3 8-2 10 1s0 8-4 8-8-5-6-9z" strokeDasharray="2.5 2" />
      <path d="M9 6v6M6 9h6" />
    </>,
  ),
});

/** An outline around what must not be copied. */
export const SPARE = tool("never", {
  name: "spare",
  label: say("Never"),
  words: say("Draw around what a fill must never copy"),
  key: "Shift+v",
  icon: toolIcon(
    <>
      <path d="M4 5c3-3 8-2 10 1s0 8-4 8-8-5-6-9z" strokeDasharray="2.5 2" />
      <path d="M6.5 6.5l5 5M11.5 6.5l-5 5" />
    </>,
  ),
});
