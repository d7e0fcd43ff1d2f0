/** Plays tools without a browser; nothing outside tests imports this. */
import type { createBenchStore } from "@/client/bench-store";
import { toPlane } from "@/client/picture/view";
import type { Vec2 } from "@/core/geometry";
import { makeLens } from "@/core/lens";
import { AS_SHOT } from "@/core/render";
import { benchCourse, toolInHand } from "./index";
import { type Projection, recordedAt } from "../marks/projection";
import { SIZE } from "../testing";
import type { At, Gesture, Hand, Outcome } from "../tools/tool";

/** The picture as shot at a quarter, its corner at 50, 60 of the screen. */
export const projection: Projection = {
  map: AS_SHOT,
  lens: makeLens(SIZE, null),
  view: { scale: 0.25, shift: [50, 60] },
};
export const onSheet = ([x, y]: Vec2): Vec2 => [50 + x / 4, 60 + y / 4];

export type Bench = ReturnType<typeof createBenchStore>;

export function handOf(store: Bench): Hand {
  const bench = store.getState();
  return { bench, projection, frame: [100, 100, 2000, 1500], grips: benchCourse(bench.course)?.grips ?? [] };
}

export const at = (screen: Vec2, more: Partial<At> = {}): At => ({
  screen,
  plane: toPlane(projection.view, screen),
  recorded: recordedAt(projection, screen),
  far: true,
  moved: true,
  shift: false,
  alt: false,
  pressure: 1,
  ...more,
});

/** A gesture played on a Bench as the sheet does it; what was left to be done later. */
export function play(store: Bench, from: Vec2, ...way: readonly At[]): { gesture: Gesture; later: Outcome[] } {
  const { course, tool } = store.getState();
  const later: Outcome[] = [];
  const carryOut = (outcomes: readonly Outcome[]): void => {
    for (const one of outcomes) {
      if (one.do === "edit") store.getState().edit(one.edit, "key");
      else if (one.do === "set") store.getState().set(one.state);
      else later.push(one);
    }
  };
  const gesture = toolInHand(course, tool).down(at(from, { far: false, moved: false }), handOf(store));
  carryOut(gesture.begins ?? []);
  for (const place of way.slice(0, -1)) carryOut(gesture.move(place));
  carryOut(gesture.up(way.at(-1)!));
  store.getState().endGesture();
  return { gesture, later };
}
