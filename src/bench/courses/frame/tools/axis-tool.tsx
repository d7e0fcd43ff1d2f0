import { tell } from "@/core/language";
import { say } from "@/language";
import type { Rect, Vec2 } from "@/core/geometry";
import { endsOf } from "@/core/recipe";
import { distanceToPath, pathOf } from "../../../marks/projection";
import { MOVE } from "../../../tools/move-tool";
import { type Hand, type Outcome, type Tool, pan } from "../../../tools/tool";
import { toolIcon } from "../../../tools/tool-button";
import { useFrameAxis } from "../frame-axis";
import { framed } from "../hold-frame";

/** A click this near to a plumb means the plumb, CSS pixels. */
const REACH = 14;

/** The plumb under a place of the screen, by its middle; else the place itself. */
function clung({ bench, projection }: Hand, screen: Vec2, recorded: Vec2): Vec2 {
  const plumb = bench.recipe.lines.find(
    (l) => l.kind === "plumb" && distanceToPath(pathOf(projection, endsOf(l)), screen) <= REACH,
  );
  if (!plumb) return recorded;
  const [a, b] = endsOf(plumb);
  return [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2];
}

/** The frame moved across so that a place of the plane is in its middle. */
function centred([, y, w, h]: Rect, x: number): Rect {
  return [Math.round(x - w / 2), y, w, h];
}

/** A click sets the axis that the frame stays symmetric about, on a plumb if there is one; a click on the axis lets it go. */
export const AXIS: Tool = {
  name: "axis",
  label: say("Axis"),
  words: say("Axis: keep the frame symmetric about a plumb or a place"),
  key: "Shift+i",
  cursor: "crosshair",
  corrected: true,
  icon: toolIcon(
    <>
      <path d="M9 1v5M9 8v2M9 12v5" />
      <path d="M5.5 4.5H2.5v9h3M12.5 4.5h3v9h-3" />
    </>,
  ),
  down: (at, hand) => {
    const { recorded } = at;
    if (!recorded || hand.bench.view !== "corrected") return MOVE.down(at, hand);
    return pan([], (): readonly Outcome[] => {
      const place = clung(hand, at.screen, recorded);
      const x = hand.projection.map.fromRecorded(place)?.[0];
      const now = useFrameAxis.getState().at;
      const before = (now && hand.projection.map.fromRecorded(now)?.[0]) ?? null;
      if (x === undefined) return [];
      if (before !== null && Math.abs(before - x) * hand.projection.view.scale <= REACH / 2) {
        useFrameAxis.setState({ at: null });
        return [];
      }
      useFrameAxis.setState({ at: place });
      return [framed(hand, centred(hand.frame, x), tell("Frame about an axis"))];
    });
  },
};
