import { type PointerEvent, type RefObject, useRef, useState } from "react";

/** A pointer that has moved so far draws a frame, CSS pixels. */
const DRAWS = 5;

type Rect = readonly [number, number, number, number];

/** A frame drawn on the ground between photos. @param drawn is told of it as it grows; whether it adds to what is chosen. */
export function useFrame(holder: RefObject<HTMLUListElement | null>, drawn: (rect: Rect, adding: boolean) => void) {
  const [frame, setFrame] = useState<Rect | null>(null);
  const begun = useRef<{ at: readonly [number, number]; adding: boolean } | null>(null);
  const placeOf = (e: PointerEvent): readonly [number, number] => {
    const box = holder.current!.getBoundingClientRect();
    return [e.clientX - box.left, e.clientY - box.top];
  };
  return {
    frame,
    onPointerDown: (e: PointerEvent): void => {
      if (e.button !== 0 || e.target !== holder.current) return;
      begun.current = { at: placeOf(e), adding: e.shiftKey || e.ctrlKey || e.metaKey };
      holder.current.setPointerCapture(e.pointerId);
    },
    onPointerMove: (e: PointerEvent): void => {
      if (!begun.current) return;
      const [[x0, y0], [x1, y1]] = [begun.current.at, placeOf(e)];
      if (!frame && Math.hypot(x1 - x0, y1 - y0) < DRAWS) return;
      const rect: Rect = [Math.min(x0, x1), Math.min(y0, y1), Math.max(x0, x1), Math.max(y0, y1)];
      setFrame(rect);
      drawn(rect, begun.current.adding);
    },
    onPointerUp: (): void => {
      // A press on the ground alone lets go of what is chosen.
      if (begun.current && !frame && !begun.current.adding) drawn([-1, -1, -1, -1], false);
      begun.current = null;
      setFrame(null);
    },
    onPointerCancel: (): void => {
      begun.current = null;
      setFrame(null);
    },
  };
}
