"use client";

import { say } from "@/language";
import { type KeyboardEvent, type PointerEvent, useState } from "react";
import type { Rect } from "@/core/geometry";
import { useCompare } from "./compare-state";

/** Half the length of the edge that is drawn: it reaches beyond the field. */
const LONG = 3000;
/** From the middle to the grip that turns it, CSS pixels. */
const TURN = 90;

const within = (v: number): number => Math.min(1, Math.max(0, v));

/** The wipe's edge over the sheet: dragged by its middle, turned by the grip beside it, both by keys too. */
export function WipeEdge({ field: [x, y, w, h] }: { field: Rect }) {
  const { edge } = useCompare();
  const [held, setHeld] = useState<"move" | "turn" | null>(null);
  const { at, angle } = edge;
  const place = (next: readonly [number, number], to = angle): void =>
    useCompare.setState({ edge: { at: [within(next[0]), within(next[1])], angle: to } });
  const down = (what: "move" | "turn") => (e: PointerEvent<HTMLElement>) => {
    e.stopPropagation();
    e.currentTarget.setPointerCapture(e.pointerId);
    setHeld(what);
  };
  const move = (e: PointerEvent<HTMLElement>): void => {
    e.stopPropagation();
    if (!held) return;
    const box = e.currentTarget.closest("[data-testid=sheet]")!.getBoundingClientRect();
    const [px, py] = [e.clientX - box.left - x, e.clientY - box.top - y];
    if (held === "move") return place([px / w, py / h]);
    // The grip lies on the edge; standing and level take hold within 3°.
    const turned = (Math.atan2(py - at[1] * h, px - at[0] * w) * 180) / Math.PI - 90;
    const whole = 90 * Math.round(turned / 90);
    place(at, Math.abs(turned - whole) < 3 ? whole : Math.round(turned * 10) / 10);
  };
  const up = (e: PointerEvent): void => {
    e.stopPropagation();
    setHeld(null);
  };
  const key = (what: "move" | "turn") => (e: KeyboardEvent) => {
    const by = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] }[e.key];
    if (!by) return;
    e.preventDefault();
    e.stopPropagation();
    const step = e.shiftKey ? 0.1 : 0.01;
    if (what === "move") place([at[0] + by[0]! * step, at[1] + by[1]! * step]);
    else place(at, angle + (by[0]! + by[1]!) * (e.shiftKey ? 15 : 1));
  };
  const events = { onPointerMove: move, onPointerUp: up, onPointerCancel: up };
  return (
    <div className="pointer-events-none absolute overflow-hidden" style={{ left: x, top: y, width: w, height: h }}>
      <div
        className="absolute"
        style={{ left: at[0] * w, top: at[1] * h, transform: `rotate(${angle}deg)` }}
        data-testid="wipe"
      >
        <div
          className="absolute border-x border-neutral-content bg-neutral"
          style={{ left: -1.5, top: -LONG, width: 3, height: 2 * LONG }}
        />
        <button
          className="pointer-events-auto absolute -top-4 -left-4 size-8 cursor-move touch-none rounded-full border-2 border-neutral bg-base-100 shadow"
          aria-label={say("Edge of the wipe: drag, or arrow keys")}
          onPointerDown={down("move")}
          onKeyDown={key("move")}
          {...events}
        />
        <button
          className="pointer-events-auto absolute -left-3 size-6 cursor-grab touch-none rounded-full border-2 border-neutral bg-base-300 shadow"
          style={{ top: TURN - 12 }}
          aria-label={say("Turn the edge of the wipe: drag, or arrow keys")}
          onPointerDown={down("turn")}
          onKeyDown={key("turn")}
          {...events}
        />
      </div>
    </div>
  );
}
