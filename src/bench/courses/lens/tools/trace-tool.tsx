import { say } from "@/language";
import { clickedPlaces, keyOnPlaces } from "../../../tools/clicked-places";
import { selectUnder } from "../../../tools/hold-line";
import { lineGesture } from "../../../tools/line-gesture";
import { type Tool, later, letGo } from "../../../tools/tool";
import { toolIcon } from "../../../tools/tool-button";
import { traceBetween, traceThrough } from "../traces/trace-edges";

/** Fewer places than this are no path. */
const FEWEST = 3;

/**
 * Traces an edge for the lens: by one stroke from end to end, or by places clicked along it. Enter ends such a path,
 * Backspace takes its last place back, Escape drops it, and so does putting the tool down.
 */
export const TRACE: Tool = {
  name: "taut",
  label: say("Trace"),
  words: say("Trace an edge for the lens: a stroke, or clicks and Enter"),
  key: "t",
  cursor: "crosshair",
  icon: toolIcon(
    <>
      <path d="M2 12C6 5 12 5 16 12" strokeDasharray="3 2" />
      <path d="M2 9.5v5M16 9.5v5" />
    </>,
  ),
  down: (at, hand) => {
    if (!at.recorded) return letGo(hand);
    return lineGesture(hand, { on: "nothing" }, at.recorded, {
      kind: () => "taut",
      done: (ends) => [later((bench, photo) => traceBetween(bench, photo, ends))],
      click: (up) => {
        const { places } = hand.bench;
        // A click on an edge traced before selects it, but not in the middle of a path.
        const selected = places.length > 0 ? [] : selectUnder(up, hand);
        if (selected.length > 0 || !up.recorded) return selected;
        return [clickedPlaces([...places, up.recorded])];
      },
    });
  },
  onKey: (key, { bench: { places } }) =>
    keyOnPlaces(key, places, () =>
      places.length < FEWEST ? [] : [clickedPlaces([]), later((bench, photo) => traceThrough(bench, photo, places))],
    ),
  hint: ({ places }) =>
    places.length === 0
      ? null
      : places.length < FEWEST
        ? say("{count, plural, one {One place} other {Two places}} so far; click on along the edge.", {
            count: places.length,
          })
        : say("{count} places. Enter follows the edge through them, Backspace takes one back.", {
            count: places.length,
          }),
};
