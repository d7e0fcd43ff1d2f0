import { moveMeasurePlace, placeMeasure } from "@/core/edits";
import { type Vec2, distance2 } from "@/core/geometry";
import type { KnownMeasure } from "@/core/shape/proportion";
import { type Projection, distanceToPath, onScreen, recordedAt } from "../../../../marks/projection";
import { alongAxis } from "../../../../tools/along-axis";
import { type At, type Grip, type Hand, edit, select } from "../../../../tools/tool";
import { useMeasuring } from "../measuring-state";

/** Half the size of a mark's target, and of a side's, CSS pixels. */
const REACH = 12;
const SIDE_REACH = 7;

const measuresOf = ({ bench }: Hand): readonly KnownMeasure[] =>
  bench.marks && bench.course === "shape" ? (bench.recipe.proportion.measures ?? []) : [];

const shown = (projection: Projection, { points }: KnownMeasure): (Vec2 | null)[] =>
  points.map((p) => onScreen(projection, p));

/** The measure whose outline lies under the pointer. */
export function measureUnder({ screen }: Pick<At, "screen">, hand: Hand): KnownMeasure | null {
  const found = measuresOf(hand).find((m) => {
    const path = shown(hand.projection, m).filter((p) => p !== null);
    return path.length > 1 && distanceToPath(m.kind === "length" ? path : [...path, path[0]!], screen) <= SIDE_REACH;
  });
  return found ?? null;
}

/** A corner of a measure, or an end of a length; with Shift along one axis of the sheet only. */
export const holdMeasurePlace: Grip = ({ screen: from }, hand) => {
  const { projection } = hand;
  for (const m of measuresOf(hand)) {
    if (m.kind === "ellipse") continue;
    const place = shown(projection, m).findIndex((p) => p !== null && distance2(p, from) <= REACH);
    if (place < 0) continue;
    useMeasuring.setState({ place });
    let at: Vec2 = m.points[place]!;
    return {
      keeps: "map",
      begins: [select(m.id)],
      move: (pointer) => {
        const recorded = recordedAt(projection, alongAxis(from, pointer));
        if (!recorded) return [];
        at = recorded;
        return [edit(moveMeasurePlace(m.id, place, recorded))];
      },
      up: () => [],
      marks: () => ({ at }),
    };
  }
  return null;
};

/** A measure by its outline: selected, and moved as a whole over the sheet. */
export const holdMeasure: Grip = (at, hand) => {
  const measure = measureUnder(at, hand);
  if (!measure) return null;
  const { projection } = hand;
  const began = shown(projection, measure);
  useMeasuring.setState({ place: null });
  return {
    keeps: "map",
    begins: [select(measure.id)],
    move: ({ screen }) => {
      const [dx, dy] = [screen[0] - at.screen[0], screen[1] - at.screen[1]];
      const moved = began.map((p) => p && recordedAt(projection, [p[0] + dx, p[1] + dy]));
      return moved.every((p): p is Vec2 => p !== null) ? [edit(placeMeasure(measure.id, moved))] : [];
    },
    up: () => [],
  };
};
