import { type PointerEvent as ReactPointerEvent, useRef } from "react";
import { type Vec2, distance2 } from "@/core/geometry";

type Handler = (event: ReactPointerEvent<HTMLElement>) => void;

interface Inner {
  readonly down: Handler;
  readonly move: Handler;
  readonly up: Handler;
  /** Drops the gesture under way. */
  cancel(): void;
}

interface Looking {
  readonly scale: number;
  pan(by: Vec2): void;
  zoom(scale: number, about: Vec2): void;
}

interface Pinch {
  readonly distance: number;
  readonly scale: number;
  middle: Vec2;
}

/**
 * Which pointer a gesture belongs to. The first one edits, and no other ever does; two fingers move and zoom the
 * picture, and a gesture that the first had begun is dropped. A gesture always ends, also where its pointer is lost.
 */
export function useFingers(inner: Inner, { scale, pan, zoom }: Looking) {
  const editing = useRef<number | null>(null);
  const fingers = useRef(new Map<number, Vec2>());
  const pinch = useRef<Pinch | null>(null);

  const at = ({ currentTarget, clientX, clientY }: ReactPointerEvent<HTMLElement>): Vec2 => {
    const box = currentTarget.getBoundingClientRect();
    return [clientX - box.left, clientY - box.top];
  };
  const two = (): { distance: number; middle: Vec2 } | null => {
    const [a, b] = [...fingers.current.values()];
    if (!a || !b) return null;
    return { distance: Math.max(1, distance2(a, b)), middle: [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2] };
  };

  const down: Handler = (event) => {
    if (event.pointerType === "touch") {
      fingers.current.set(event.pointerId, at(event));
      const now = two();
      if (now) {
        event.currentTarget.setPointerCapture(event.pointerId);
        if (editing.current !== null) inner.cancel();
        editing.current = null;
        pinch.current ??= { ...now, scale };
        return;
      }
    }
    if (editing.current !== null || pinch.current) return;
    editing.current = event.pointerId;
    inner.down(event);
  };

  const move: Handler = (event) => {
    if (fingers.current.has(event.pointerId)) fingers.current.set(event.pointerId, at(event));
    const begun = pinch.current;
    if (begun) {
      const now = two();
      if (!now) return;
      pan([now.middle[0] - begun.middle[0], now.middle[1] - begun.middle[1]]);
      zoom((begun.scale * now.distance) / begun.distance, now.middle);
      begun.middle = now.middle;
      return;
    }
    // Without a button down every pointer may look about.
    if (editing.current === null || editing.current === event.pointerId) inner.move(event);
  };

  const lift = (event: ReactPointerEvent<HTMLElement>): boolean => {
    fingers.current.delete(event.pointerId);
    // Until all fingers are off, none of them edits.
    if (fingers.current.size === 0) pinch.current = null;
    if (editing.current !== event.pointerId) return false;
    editing.current = null;
    return true;
  };
  const up: Handler = (event) => {
    if (lift(event)) inner.up(event);
  };
  const lost: Handler = (event) => {
    if (lift(event)) inner.cancel();
  };
  return {
    onPointerDown: down,
    onPointerMove: move,
    onPointerUp: up,
    onPointerCancel: lost,
    // After an up it comes as well, when there is nothing left to drop.
    onLostPointerCapture: lost,
  };
}
