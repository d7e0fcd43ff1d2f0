import { useCallback, useEffect, useMemo, useState } from "react";
import { type View, fitView, panBy, toPlane, zoomAt } from "@/client/picture/view";
import type { Rect, Vec2 } from "@/core/geometry";
import { fieldOf, fittedField } from "../marks/layout";

/**
 * Zoom and pan of the sheet. While fitted, the view follows the extent and the sheet's size; any zoom or
 * pan by hand ends that until the next fit.
 */
export function useView(sheet: Vec2, extent: Rect) {
  const [own, setOwn] = useState<View | null>(null);
  // The same object while none of its numbers changes, so that rulers and margins are not drawn anew.
  const [left, top, wide, high] = extent;
  const [across, down] = sheet;
  const fitted = useMemo(
    () => fitView([left, top, wide, high], fittedField([across, down])),
    [left, top, wide, high, across, down],
  );
  const view = own ?? fitted;
  const fit = useCallback(() => setOwn(null), []);
  const [x, y, w, h] = fieldOf(sheet);
  const zoom = useCallback(
    (scale: number, pointer?: Vec2): void => {
      const [fx, fy, fw, fh] = fieldOf(sheet);
      setOwn((now) => zoomAt(now ?? fitted, pointer ?? [fx + fw / 2, fy + fh / 2], scale));
    },
    [fitted, sheet],
  );
  const pan = (by: Vec2): void => setOwn((now) => panBy(now ?? fitted, by));
  /** Keeps the middle of the field over the same spot when the plane itself changes. */
  const rebase = (move: (plane: Vec2) => Vec2 | null): void => {
    if (!own) return;
    const middle: Vec2 = [x + w / 2, y + h / 2];
    const to = move(toPlane(own, middle));
    if (to) setOwn({ scale: own.scale, shift: [middle[0] - to[0] * own.scale, middle[1] - to[1] * own.scale] });
  };
  /** Brings a place of the plane to the middle of the field. */
  const show = (plane: Vec2, scale: number): void =>
    setOwn({ scale, shift: [x + w / 2 - plane[0] * scale, y + h / 2 - plane[1] * scale] });
  return { view, isFitted: own === null, fit, zoom, pan, show, rebase };
}

/** The size of an element, followed as it changes; [0, 0] before it is known. */
export function useSize(element: HTMLElement | null): Vec2 {
  const [size, setSize] = useState<Vec2>([0, 0]);
  useEffect(() => {
    if (!element) return;
    const observer = new ResizeObserver(([entry]) => {
      if (entry) setSize([Math.round(entry.contentRect.width), Math.round(entry.contentRect.height)]);
    });
    observer.observe(element);
    return () => observer.disconnect();
  }, [element]);
  return size;
}
