"use client";

import { useEffect } from "react";
import { onScreen } from "../../../marks/projection";
import type { OverlayParts } from "../../../tools/tool";
import { resizeThing, useThing } from "./thing-state";

/** So much of the wheel's turn is one step, pixels. */
const PER_STEP = 60;

/** The thing that was pressed on, outlined; the wheel makes it larger or smaller. */
export function ThingOverlay({ element, projection, sheet, colours }: OverlayParts) {
  const { thing, photo } = useThing();
  const there = thing !== null;
  useEffect(() => {
    if (!element || !there || !photo) return;
    let turned = 0;
    const onWheel = (event: WheelEvent): void => {
      // With Ctrl the wheel zooms as ever.
      if (event.ctrlKey) return;
      event.preventDefault();
      event.stopImmediatePropagation();
      turned -= event.deltaY * (event.deltaMode === 1 ? 30 : 1);
      if (Math.abs(turned) < PER_STEP) return;
      void resizeThing(photo, turned > 0 ? 1 : -1);
      turned = 0;
    };
    element.addEventListener("wheel", onWheel, { capture: true, passive: false });
    return () => element.removeEventListener("wheel", onWheel, { capture: true });
  }, [element, there, photo]);
  if (!thing) return null;
  const path = thing.outline.map((p) => onScreen(projection, p)).filter((p) => p !== null);
  const d = `M${path.map(([x, y]) => `${x.toFixed(1)} ${y.toFixed(1)}`).join("L")}Z`;
  return (
    <svg
      className="pointer-events-none absolute inset-0"
      width={sheet[0]}
      height={sheet[1]}
      data-testid="thing"
      aria-hidden
    >
      <path d={d} fill={colours.plumb} fillOpacity={0.22} stroke={colours.halo} strokeWidth={3.5} />
      <path d={d} fill="none" stroke={colours.plumb} strokeWidth={1.5} strokeDasharray="5 3" />
    </svg>
  );
}
