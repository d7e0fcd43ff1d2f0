import { type MouseEvent, type PointerEvent, useRef } from "react";

/** So far the pointer goes for a step of the number, pixels. */
const PER_STEP = 4;
/** A press that goes less far is none, pixels. */
const LEAST = 3;
/** With Shift a step counts so many times, with Alt so much. */
const COARSE = 10;
const FINE = 0.1;

interface Dragged {
  readonly value: number;
  readonly step: number;
  readonly min: number;
  readonly max: number;
  put(value: number): void;
  /** The drag is over. */
  onDone(): void;
}

/**
 * A number set by dragging what it is called sideways: Shift goes in large steps, Alt in small ones, and Escape puts back what it was. All of a
 * drag is one change.
 *
 * @returns what the word on the screen listens to.
 */
export function useDraggedNumber({ value, step, min, max, put, onDone }: Dragged) {
  const drag = useRef<{
    x: number;
    at: number;
    readonly from: number;
    moved: boolean;
    readonly over: AbortController;
  } | null>(null);
  // The press that ends a drag must not go on to the field.
  const swallow = useRef(false);
  const leave = (back: boolean): void => {
    const own = drag.current;
    drag.current = null;
    own?.over.abort();
    if (!own?.moved) return;
    swallow.current = true;
    if (back) put(own.from);
    onDone();
  };
  const onKey = (e: KeyboardEvent): void => {
    if (e.key !== "Escape") return;
    e.stopPropagation();
    leave(true);
  };
  return {
    onPointerDown: (e: PointerEvent<HTMLElement>) => {
      if (e.button !== 0) return;
      e.currentTarget.setPointerCapture(e.pointerId);
      drag.current = { x: e.clientX, at: value, from: value, moved: false, over: new AbortController() };
      swallow.current = false;
    },
    onPointerMove: (e: PointerEvent<HTMLElement>) => {
      const own = drag.current;
      if (!own || (!own.moved && Math.abs(e.clientX - own.x) < LEAST)) return;
      if (!own.moved) window.addEventListener("keydown", onKey, { capture: true, signal: own.over.signal });
      own.moved = true;
      const by = ((e.clientX - own.x) / PER_STEP) * step * (e.shiftKey ? COARSE : e.altKey ? FINE : 1);
      own.x = e.clientX;
      own.at = Math.min(max, Math.max(min, own.at + by));
      const fine = step * (e.altKey ? FINE : 1);
      put(Number((Math.round(own.at / fine) * fine).toPrecision(12)));
    },
    onPointerUp: () => leave(false),
    onPointerCancel: () => leave(false),
    onClick: (e: MouseEvent) => {
      if (swallow.current) e.preventDefault();
      swallow.current = false;
    },
  };
}
