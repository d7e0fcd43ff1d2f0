import { type PointerEvent as ReactPointerEvent, useRef, useState } from "react";
import type { Photo } from "@/client";
import { useBench } from "@/client/bench-store";
import { type Rect, type Vec2, distance2 } from "@/core/geometry";
import { comparing } from "../compare/compare-state";
import { benchCourse, toolInHand } from "../courses";
import { ON_SHEET } from "../paced";
import {
  type At,
  type Gesture,
  type Hand,
  type Outcome,
  type RunningMarks,
  type Tool,
  letGo,
  pan,
  taken,
} from "../tools/tool";
import type { Projection } from "../marks/projection";
import { carriedOut } from "./carried-out";
import { type Pointed, placeOf, screenOf } from "./gesture-place";
import { useFingers } from "./use-fingers";
import { useGestureKeys } from "./use-gesture-keys";

/** A pointer that has moved less than this has been pressed, not dragged: nothing is changed, CSS pixels. */
const STILL = 3;

interface Parts {
  readonly photo: Photo;
  readonly projection: Projection;
  /** The frame as it is shown, pixels of the plane. */
  readonly frame: Rect;
  readonly colourAt: NonNullable<Hand["colourAt"]>;
  onPan(by: Vec2): void;
  onZoom(scale: number, about: Vec2): void;
  /** A gesture begins, and keeps the map or the view of it; or it ends. */
  onKeep(what: "map" | "view"): void;
  onEnd(): void;
}

interface Running {
  readonly gesture: Gesture;
  readonly key: string;
  readonly projection: Projection;
  readonly from: Vec2;
  last: Vec2;
  moved: boolean;
}

const NO_MARKS: RunningMarks = {};
let gestureCount = 0;

/** The pointer on the sheet: hands its events to the tool in hand and carries out what comes of them. */
export function useGestures({ photo, projection, frame, colourAt, onPan, onZoom, onKeep, onEnd }: Parts) {
  const bench = useBench();
  const running = useRef<Running | null>(null);
  const [marks, setMarks] = useState(NO_MARKS);
  const [pointer, setPointer] = useState<Vec2 | null>(null);
  const tool = toolInHand(bench.course, bench.tool);

  const carryOut = (outcomes: readonly Outcome[], key?: string): void => carriedOut(outcomes, photo, key);

  const down = (event: ReactPointerEvent<HTMLElement>): void => {
    if (running.current || event.button > 1) return;
    event.currentTarget.setPointerCapture(event.pointerId);
    const at = placeOf(event, projection, null);
    setPointer(at.screen);
    const moves = event.button === 1 || space;
    const gesture = moves ? pan() : begun(at, tool, { projection, frame, colourAt });
    const key = `${ON_SHEET}${++gestureCount}`;
    running.current = { gesture, key, projection, from: at.screen, last: at.screen, moved: false };
    if (gesture.keeps) onKeep(gesture.keeps);
    carryOut(gesture.begins ?? [], key);
    setMarks(gesture.marks?.() ?? NO_MARKS);
  };

  const move = (event: ReactPointerEvent<HTMLElement>): void => {
    const screen = screenOf(event);
    const run = running.current;
    if (!tool.Overlay || run?.gesture.pans) setPointer(screen);
    if (!run || (!run.moved && distance2(screen, run.from) < STILL)) return;
    run.moved = true;
    if (run.gesture.pans) onPan([screen[0] - run.last[0], screen[1] - run.last[1]]);
    run.last = screen;
    carryOut(run.gesture.move(placeOf(event, run.projection, run)), run.key);
    setMarks(run.gesture.marks?.() ?? NO_MARKS);
  };

  const finish = ({ key }: Running): void => {
    running.current = null;
    setMarks(NO_MARKS);
    const now = useBench.getState();
    if (now.gesture === key) now.endGesture();
    onEnd();
  };

  const up = (event: ReactPointerEvent<HTMLElement>): void => {
    const run = running.current;
    if (!run) return;
    carryOut(run.gesture.up(placeOf(event, run.projection, run)), run.key);
    finish(run);
  };

  const selectAt = (event: Pointed): void => {
    if (!running.current) selectUnder(placeOf(event, projection, null), photo, { projection, frame, colourAt });
  };

  /** Drops the gesture that is under way, and what it has changed; whether there was one. */
  const cancel = (): boolean => {
    const run = running.current;
    if (!run) return false;
    run.gesture.dropped?.();
    carryOut([{ do: "revert" }], run.key);
    finish(run);
    return true;
  };

  const space = useGestureKeys(cancel, (key) => keyed(key, tool, photo));
  const idle = bench.holding || (tool.corrected && bench.view !== "corrected");
  return {
    marks,
    pointer,
    cursor: space ? "grab" : idle ? "default" : tool.cursor,
    tool,
    selectAt,
    hint: bench.holding ? null : (tool.hint?.(bench) ?? null),
    handlers: useFingers(
      { down, move, up, cancel: () => void cancel() },
      { scale: projection.view.scale, pan: onPan, zoom: onZoom },
    ),
  };
}

/** Selects what lies under the pointer, so that a menu is about it. */
function selectUnder(at: At, photo: Photo, seen: Pick<Hand, "projection" | "frame" | "colourAt">): void {
  const bench = useBench.getState();
  if (bench.holding || bench.peek || comparing()) return;
  const grips = benchCourse(bench.course)?.grips ?? [];
  const gesture = taken(grips, at, { bench, ...seen, grips });
  carriedOut(
    (gesture?.begins ?? []).filter((outcome) => outcome.do === "set"),
    photo,
  );
  gesture?.dropped?.();
}

/** The gesture that a press begins with the tool in hand. */
function begun(at: At, tool: Tool, seen: Pick<Hand, "projection" | "frame" | "colourAt">): Gesture {
  const bench = useBench.getState();
  const hand = { bench, ...seen, grips: benchCourse(bench.course)?.grips ?? [] };
  // While the original alone is held in view nothing is edited.
  return bench.holding || bench.peek || comparing() ? letGo(hand) : tool.down(at, hand);
}

/** Gives a key to the tool in hand; whether it had a use for it. */
function keyed(key: string, tool: Tool, photo: Photo): boolean {
  const bench = useBench.getState();
  const outcomes = bench.holding ? null : tool.onKey?.(key, { bench });
  if (outcomes) carriedOut(outcomes, photo);
  return Boolean(outcomes);
}
