import type { BenchState } from "@/client/bench-store";
import { toPlane } from "@/client/picture/view";
import type { Rect, Vec2 } from "@/core/geometry";
import { turnedTo } from "../courses/lines/attitude-edits";
import { moveCorner } from "../courses/lines/face-edits";
import { pulled } from "../tools/bow-tool";
import { type Handle, draggedFrame } from "../tools/frame-tool";
import { type Projection, recordedAt } from "./projection";

/** Something taken hold of and moved: edits of one drag share its key, and are one step back. */
export interface Drag {
  readonly key: string;
  /** @param shift whether Shift is held. */
  move(bench: BenchState, screen: Vec2, shift: boolean): void;
}

/** A side or corner of the frame, or the whole of it. */
export function frameDrag(
  key: string,
  { view }: Projection,
  handle: Handle,
  rect: Rect,
  at: Vec2,
  ratio: number | null,
): Drag {
  const from = toPlane(view, at);
  return {
    key,
    move: (bench, screen) => {
      const [x, y] = toPlane(view, screen);
      const [left, top, width, height] = draggedFrame(rect, handle, [x - from[0], y - from[1]], ratio);
      bench.edit(
        "Change the frame",
        (r) => {
          r.frame.rule = "free";
          r.frame.rect = [left, top, width, height];
        },
        key,
      );
    },
  };
}

/** The picture itself: it follows the pointer, or rolls about its middle. */
export function turnDrag(key: string, { view }: Projection, bench: BenchState, at: Vec2, roll: boolean): Drag {
  const { pitch, yaw, roll: start } = bench.recipe.attitude;
  const turning = { from: toPlane(view, at), start: { pitch, yaw, roll: start }, key, roll };
  return { key, move: (now, screen) => turnedTo(now, turning, toPlane(view, screen)) };
}

/** A face's corner; with Shift along one axis of the sheet only. */
export function cornerDrag(key: string, projection: Projection, id: string, corner: number, from: Vec2): Drag {
  return {
    key,
    move: (bench, screen, shift) => {
      const [dx, dy] = [Math.abs(screen[0] - from[0]), Math.abs(screen[1] - from[1])];
      const to: Vec2 = !shift ? screen : dx > dy ? [screen[0], from[1]] : [from[0], screen[1]];
      const recorded = recordedAt(projection, to);
      if (recorded) moveCorner(bench, id, corner, recorded, key);
    },
  };
}

/** A point of a bowed edge, pulled until the edge is straight. */
export function pullDrag(key: string, projection: Projection, bench: BenchState, recorded: Vec2): Drag {
  const { map, lens, view } = projection;
  const pull = { recorded, map, lens, settings: bench.recipe.lens };
  return {
    key,
    move: (now, screen) => {
      const bowed = pulled(pull, now.size, toPlane(view, screen));
      if (bowed) now.edit("Pull the bow", (r) => void (r.lens = bowed), key);
    },
  };
}
