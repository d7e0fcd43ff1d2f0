import { type PointerEvent as ReactPointerEvent, useRef, useState } from "react";
import { useBench } from "@/client/bench-store";
import { toPlane } from "@/client/picture/view";
import { type Rect, type Vec2, distance2 } from "@/core/geometry";
import { endsOf } from "@/core/recipe";
import { ON_SHEET } from "../paced";
import { levelBy } from "../courses/lines/attitude-edits";
import { addFace } from "../courses/lines/face-edits";
import { addLine, moveBy, moveEnd } from "../courses/lines/line-edits";
import { handleAt } from "../tools/frame-tool";
import { IDLE, type PlumbCommand, type PlumbState, type PointerInput, plumbTool } from "../tools/plumb-tool";
import { inHand } from "./in-hand";
import { type Drag, cornerDrag, frameDrag, pullDrag, turnDrag } from "./drags";
import { type Projection, cornerAt, hitTest, onScreen, recordedAt } from "./projection";
import { useFingers } from "./use-fingers";
import { useGestureKeys } from "./use-gesture-keys";

/** A pointer must travel this far to mean a stroke rather than a click, CSS pixels. */
const FAR = 6;
/** A pointer that has moved less than this has been pressed, not dragged: nothing is changed, CSS pixels. */
const STILL = 3;
/** Half the size of a frame handle's target, CSS pixels. */
const HANDLE_REACH = 14;

interface Parts {
  projection: Projection;
  frame: Rect;
  ratio: number | null;
  onPan(by: Vec2): void;
  onZoom(scale: number, about: Vec2): void;
  /** An edge is to be followed from one end to the other. */
  onTrace(ends: readonly [Vec2, Vec2]): void;
  /** A line has been drawn, and is to cling to the edge under it. */
  onDrawn(id: string, reach: number): void;
  /** A click on nothing but the picture, pixels of the screen; whether something came of it. */
  onClick(screen: Vec2): boolean;
  /** A click with the tracing tool, recorded pixels; and whether places have been clicked before it. */
  onPlace(recorded: Vec2): void;
  placing: boolean;
  /** A gesture that edits begins or ends. */
  onBegin(): void;
  onEnd(): void;
  /** A gesture begins that changes the picture under the pointer: it is to be seen, but the view must stay. */
  onHoldView(): void;
}

type Running = (
  | { readonly kind: "pan"; readonly from: Vec2; last: Vec2 }
  | { readonly kind: "drag"; readonly drag: Drag }
  | {
      readonly kind: "line";
      state: PlumbState;
      readonly from: Vec2;
      readonly key: string;
      readonly projection: Projection;
      edited: boolean;
    }
) & { moved?: boolean };

let gestureCount = 0;

/** The pointer on the sheet: hands its events to the tool in hand and carries out what the tool says. */
export function useGestures({
  projection,
  frame,
  ratio,
  onPan,
  onZoom,
  onTrace,
  onDrawn,
  onClick,
  onPlace,
  placing,
  onBegin,
  onEnd,
  onHoldView,
}: Parts) {
  const bench = useBench();
  const running = useRef<Running | null>(null);
  const pressedAt = useRef<Vec2>([0, 0]);
  // Whether cling was held off when the stroke ended.
  const held = useRef(false);
  const [drawing, setDrawing] = useState<readonly [Vec2, Vec2] | null>(null);
  const [heldId, setHeldId] = useState<{ id: string; end: 0 | 1 } | null>(null);
  const [pointer, setPointer] = useState<Vec2 | null>(null);
  const { drawn, draws, turns, pulls, editsLines, editsFaces, editsFrame } = inHand(bench);
  /** Pixels of the original to one on the screen: how coarsely a hand can aim. */
  const reach = Math.max(1, 1 / projection.view.scale);
  /** What a stroke between two recorded places stands for, by the way it runs on the screen. */
  const kindOf = (from: Vec2, to: Vec2): "taut" | "plumb" | "sill" => {
    if (drawn === "taut") return "taut";
    const [a, b] = [onScreen(projection, from), onScreen(projection, to)];
    if (bench.tool === "level") return "sill";
    return a && b && Math.abs(b[0] - a[0]) > Math.abs(b[1] - a[1]) ? "sill" : "plumb";
  };

  const lineMarks = bench.recipe.lines.filter((l) => (l.kind === "taut") === (bench.course === "lens"));
  /** A click where a line lies selects it. */
  const selectAt = (screen: Vec2): boolean => {
    const hit = hitTest(projection, lineMarks, bench.selected, screen);
    if (hit.on === "nothing") return false;
    bench.set({ selected: hit.id, selectedEnd: hit.on === "end" ? hit.end : null });
    return true;
  };

  const carryOut = (commands: readonly PlumbCommand[], key: string): void => {
    for (const command of commands) {
      const run = running.current;
      if (run?.kind === "line" && (command.do === "moveEnd" || command.do === "moveLine")) run.edited = true;
      switch (command.do) {
        case "select":
          bench.set({ selected: command.id, selectedEnd: command.end });
          break;
        case "add":
          if (drawn === "taut") onTrace(command.ends);
          else if (bench.tool === "level") levelBy(bench, command.ends);
          else if (bench.tool === "face") addFace(bench, command.ends, projection);
          else {
            const id = addLine(bench, kindOf(...command.ends) as "plumb" | "sill", command.ends, reach);
            bench.set({ selected: id, selectedEnd: null, marks: true });
            if (!held.current) onDrawn(id, reach);
          }
          break;
        case "moveEnd":
          moveEnd(bench, command.id, command.end, command.to, key, reach);
          break;
        case "moveLine":
          moveBy(bench, command.id, null, command.by, key, reach);
          break;
        case "finish":
          bench.endGesture();
          break;
        case "revert":
          bench.undo();
      }
    }
  };

  const step = (input: PointerInput): void => {
    const run = running.current;
    if (run?.kind !== "line") return;
    const [state, commands] = plumbTool(run.state, input);
    run.state = state;
    setDrawing(state.name === "drawing" && state.begun ? [state.from, state.to] : null);
    setHeldId(state.name === "end" ? { id: state.id, end: state.end } : null);
    carryOut(input.type === "cancel" && !run.edited ? [] : commands, run.key);
  };

  const finish = (): void => {
    running.current = null;
    setDrawing(null);
    setHeldId(null);
    onEnd();
  };

  const at = (event: ReactPointerEvent<HTMLElement>): Vec2 => {
    const box = event.currentTarget.getBoundingClientRect();
    return [event.clientX - box.left, event.clientY - box.top];
  };

  const down = (event: ReactPointerEvent<HTMLElement>): void => {
    if (running.current || event.button > 1) return;
    const screen = at(event);
    event.currentTarget.setPointerCapture(event.pointerId);
    setPointer(screen);
    pressedAt.current = screen;
    const key = `${ON_SHEET}${++gestureCount}`;
    const beginPan = (): void => void (running.current = { kind: "pan", from: screen, last: screen });
    if (event.button === 1 || space) return beginPan();
    const dragging = (drag: Drag): void => void (running.current = { kind: "drag", drag });
    if (editsFrame) {
      const handle = handleAt(frame, toPlane(projection.view, screen), HANDLE_REACH / projection.view.scale);
      return handle ? dragging(frameDrag(key, projection, handle, frame, screen, ratio)) : beginPan();
    }
    const recorded = recordedAt(projection, screen);
    if (turns && recorded) {
      onHoldView();
      return dragging(turnDrag(key, projection, bench, screen, event.shiftKey));
    }
    const corner = editsFaces ? cornerAt(projection, bench.recipe.faces, screen) : null;
    if (corner) {
      onBegin();
      return dragging(cornerDrag(key, projection, corner.id, corner.corner, screen));
    }
    if (pulls) {
      if (!recorded) return beginPan();
      onHoldView();
      return dragging(pullDrag(key, projection, bench, recorded));
    }
    // With a drawing tool in hand only the selected line's ends are held: another may begin or cross anywhere else.
    const movable = draws ? lineMarks.filter((l) => l.id === bench.selected) : lineMarks;
    const under =
      editsLines && !(draws && drawn === "taut")
        ? hitTest(projection, movable, bench.selected, screen)
        : ({ on: "nothing" } as const);
    const hit = draws && under.on === "line" ? ({ on: "nothing" } as const) : under;
    if (hit.on !== "nothing" && bench.recipe.lines.find((l) => l.id === hit.id)?.kind === "taut") {
      bench.set({ selected: hit.id, selectedEnd: null });
      return beginPan();
    }
    if (!recorded || (hit.on === "nothing" && !draws)) {
      if (bench.selected) bench.set({ selected: null, selectedEnd: null });
      return beginPan();
    }
    onBegin();
    running.current = { kind: "line", state: IDLE, from: screen, key, projection, edited: false };
    step({ type: "down", at: recorded, hit, draws });
  };

  const move = (event: ReactPointerEvent<HTMLElement>): void => {
    const screen = at(event);
    setPointer(screen);
    const run = running.current;
    if (!run) return;
    if (!run.moved && distance2(screen, pressedAt.current) < STILL) return;
    run.moved = true;
    if (run.kind === "pan") {
      onPan([screen[0] - run.last[0], screen[1] - run.last[1]]);
      run.last = screen;
    } else if (run.kind === "drag") {
      run.drag.move(bench, screen, event.shiftKey);
    } else {
      const recorded = recordedAt(run.projection, screen);
      if (recorded) step({ type: "move", at: recorded, far: distance2(screen, run.from) >= FAR });
    }
  };

  const up = (event: ReactPointerEvent<HTMLElement>): void => {
    const run = running.current;
    if (!run) return;
    const screen = at(event);
    if (run.kind === "line") {
      held.current = event.altKey;
      const recorded = recordedAt(run.projection, screen);
      if (!run.moved && run.state.name !== "drawing") {
        step({ type: "cancel" });
        return finish();
      }
      if (run.state.name === "drawing" && !run.state.begun) {
        const places = drawn === "taut" && recorded !== null && (placing || !selectAt(screen));
        if (places) onPlace(recorded);
        if (places || drawn === "taut" || selectAt(screen) || onClick(screen)) {
          step({ type: "cancel" });
          return finish();
        }
      }
      step(recorded ? { type: "up", at: recorded, far: distance2(screen, run.from) >= FAR } : { type: "cancel" });
    } else if (run.kind === "drag") bench.endGesture();
    else if (distance2(screen, run.from) < FAR && !space) onClick(screen);
    finish();
  };

  /** Drops the gesture that is under way; whether there was one. */
  const cancel = (): boolean => {
    const run = running.current;
    if (!run) return false;
    if (run.kind === "line") step({ type: "cancel" });
    if (run.kind === "drag" && bench.gesture === run.drag.key) bench.undo();
    finish();
    return true;
  };

  const space = useGestureKeys(cancel);
  const heldLine = heldId && bench.recipe.lines.find((l) => l.id === heldId.id);
  return {
    drawing,
    kind: drawing ? kindOf(...drawing) : "plumb",
    heldEnd: heldLine && heldId ? endsOf(heldLine)[heldId.end] : null,
    pointer,
    cursor: space ? "grab" : pulls || turns ? "move" : draws ? "crosshair" : "default",
    handlers: useFingers(
      { down, move, up, cancel: () => void cancel() },
      { scale: projection.view.scale, pan: onPan, zoom: onZoom },
    ),
  };
}
