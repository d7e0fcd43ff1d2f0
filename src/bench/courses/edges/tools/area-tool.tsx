import { addSource } from "@/core/edits";
import { type Vec2, distance2, signedArea, withoutCollinear } from "@/core/geometry";
import { newId } from "../../../new-id";
import { MOVE } from "../../../tools/move-tool";
import { type Gesture, type Tool, edit, pan } from "../../../tools/tool";
import { toolIcon } from "../../../tools/tool-button";

/** Corners of an outline are at least so far apart, as a share of its extent; and it has so many at most. */
const APART = 0.01;
const MOST = 100;
/** An outline encloses at least a square of so many times that side; a stroke encloses nothing. */
const LEAST = 3;

/** An outline drawn freely around an area; it closes where it ends. */
function around(from: Vec2, use: "from" | "never", size: Vec2): Gesture {
  const points: Vec2[] = [from];
  const apart = APART * Math.max(...size);
  return {
    keeps: "map",
    move: ({ recorded }) => {
      if (recorded && distance2(recorded, points.at(-1)!) >= apart) points.push(recorded);
      return [];
    },
    up: () => {
      let outline = withoutCollinear(points, apart / 8);
      while (outline.length > MOST) outline = outline.filter((_, i) => i % 2 === 0);
      const enclosed = Math.abs(signedArea(outline)) >= (LEAST * apart) ** 2;
      return outline.length >= 3 && enclosed ? [edit(addSource(newId(), use, outline))] : [];
    },
    marks: () => (points.length > 1 ? { area: [...points] } : {}),
  };
}

const tool = (use: "from" | "never", button: Pick<Tool, "name" | "label" | "words" | "key" | "icon">): Tool => ({
  ...button,
  cursor: "crosshair",
  down: (at, hand) => {
    if (hand.bench.view !== "corrected") return MOVE.down(at, hand);
    return at.recorded ? around(at.recorded, use, hand.bench.size) : pan();
  },
});

/** An outline around what gaps are to be filled from. */
export const SOURCE = tool("from", {
  name: "source",
  label: "From",
  words: "Draw around what gaps are filled from",
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
  label: "Never",
  words: "Draw around what a fill must never copy",
  key: "Shift+v",
  icon: toolIcon(
    <>
      <path d="M4 5c3-3 8-2 10 1s0 8-4 8-8-5-6-9z" strokeDasharray="2.5 2" />
      <path d="M6.5 6.5l5 5M11.5 6.5l-5 5" />
    </>,
  ),
});
