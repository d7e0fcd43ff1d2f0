import { useBench } from "@/client/bench-store";
import type { Vec2 } from "@/core/geometry";
import type { Gesture, Grip } from "../tools/tool";
import { FEWEST, MOST, useGrid } from "./grid-state";

/** So near a line of the grid it is taken hold of, CSS pixels. */
const REACH = 4;

/** A grid's line: which way it is placed, 0 across and 1 down, and the how-manieth from the middle it is. */
export interface GridLine {
  readonly axis: 0 | 1;
  readonly index: number;
}

/** The grid's line nearest to a place of the plane, within a reach, pixels of the plane; null: none is so near. */
export function gridLineAt(
  place: Vec2,
  size: Vec2,
  { across, aside }: { across: number; aside: Vec2 },
  reach: number,
): GridLine | null {
  const step = Math.max(...size) / across;
  let best: (GridLine & { off: number }) | null = null;
  for (const axis of [0, 1] as const) {
    const from = (place[axis] - size[axis] / 2) / step - aside[axis];
    const index = Math.round(from);
    const off = Math.abs(from - index) * step;
    if (off <= reach && (!best || off < best.off)) best = { axis, index, off };
  }
  return best && { axis: best.axis, index: best.index };
}

/** The grid with one of its lines at a place: moved as a whole, or its spaces made wider or closer about the middle. */
export function gridWithLineAt(
  { axis, index }: GridLine,
  at: number,
  size: Vec2,
  { across, aside }: { across: number; aside: Vec2 },
  spaces: boolean,
): { across: number; aside: Vec2 } {
  const longer = Math.max(...size);
  const from = at - size[axis] / 2;
  if (spaces) {
    const wide = from / (index + aside[axis]);
    if (!(wide > 0)) return { across, aside };
    return { across: Math.min(MOST, Math.max(FEWEST, longer / wide)), aside };
  }
  // A whole space further is the same grid again.
  const moved = (from * across) / longer - index;
  const within = moved - Math.round(moved);
  return { across, aside: axis === 0 ? [within, aside[1]] : [aside[0], within] };
}

/** While the grid is shown its lines can be dragged: all together, or with Shift wider and closer. */
export const gridGrip: Grip = (at, { bench, projection: { view } }): Gesture | null => {
  if (!useBench.getState().grid || bench.view !== "corrected") return null;
  const line = gridLineAt(at.plane, bench.size, useGrid.getState(), REACH / view.scale);
  if (!line) return null;
  const before = useGrid.getState();
  return {
    move: ({ plane, shift }) => {
      useGrid.setState(gridWithLineAt(line, plane[line.axis], bench.size, before, shift));
      return [];
    },
    up: () => [],
    dropped: () => useGrid.setState({ across: before.across, aside: before.aside }),
  };
};
