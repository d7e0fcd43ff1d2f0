"use client";

import { useEffect } from "react";
import type { Photo } from "@/client";
import type { Rect } from "@/core/geometry";
import { ComparedPicture } from "./compared-picture";
import { useCompare } from "./compare-state";
import { wiped } from "./place-by-place";
import type { Compared } from "./use-compared";

/** Someone who asked for less motion is not blinked at by itself. */
const still = (): boolean => window.matchMedia("(prefers-reduced-motion: reduce)").matches;

/** The other picture over the sheet, the way it is compared, and both pictures' names. */
export function CompareLayer({ photo, compared, field }: { photo: Photo; compared: Compared; field: Rect }) {
  const { front, pace, edge } = useCompare();
  const { way, pane, recipe, scale, fill } = compared;
  useEffect(() => {
    if (way !== "blink" || pace === null || still()) return;
    const timer = setInterval(() => useCompare.setState(({ front: was }) => ({ front: !was })), pace);
    return () => clearInterval(timer);
  }, [way, pace]);
  return <ComparedPicture {...{ photo, pane, recipe, scale, fill }} style={styleOf(way, front, field, edge)} />;
}

type Edge = ReturnType<typeof useCompare.getState>["edge"];

function clipOf([x, y, w, h]: Rect, at: Edge["at"], angle: number): string {
  const corners = wiped([w, h], at, angle).map(([px, py]) => `${x + px}px ${y + py}px`);
  return `polygon(${corners.length > 0 ? corners.join(", ") : "0 0"})`;
}

/** The first picture's style: it shows where and while the other does not. */
export function useFirstStyle(way: Compared["way"] | null, field: Rect): React.CSSProperties {
  const { front, edge } = useCompare();
  if (way === "wipe") return { clipPath: clipOf(field, edge.at, edge.angle + 180) };
  return (way === "hold" || way === "blink") && front ? { visibility: "hidden" } : {};
}

function styleOf(way: Compared["way"], front: boolean, [x, y, w, h]: Rect, { at, angle }: Edge): React.CSSProperties {
  switch (way) {
    case "hold":
    case "blink":
      return { visibility: front ? "visible" : "hidden" };
    case "wipe": {
      return { clipPath: clipOf([x, y, w, h], at, angle) };
    }
    case "difference":
      return { mixBlendMode: "difference" };
    default:
      return {};
  }
}
