import { useEffect } from "react";
import type { View } from "@/client/picture/view";
import type { Vec2 } from "@/core/geometry";
import { useOfferedView } from "../picture/sheet-view";

interface Handling {
  readonly view: View;
  fit(): void;
  zoom(scale: number, pointer?: Vec2): void;
  look(at: Vec2, scale: number): void;
  lookOn(plane: Vec2, scale: number): void;
}

/** The wheel zooms about the pointer; commands and panels ask for a zoom, or for a place. */
export function useSheetEvents(element: HTMLElement | null, { view, fit, zoom, look, lookOn }: Handling): void {
  useEffect(() => {
    if (!element) return;
    const onWheel = (event: WheelEvent): void => {
      event.preventDefault();
      const box = element.getBoundingClientRect();
      const at: Vec2 = [event.clientX - box.left, event.clientY - box.top];
      zoom(view.scale * Math.exp(-event.deltaY * (event.deltaMode === 1 ? 0.05 : 0.0016)), at);
    };
    element.addEventListener("wheel", onWheel, { passive: false });
    return () => element.removeEventListener("wheel", onWheel);
  });
  useOfferedView({
    fit,
    zoomTo: (scale) => zoom(scale),
    zoomBy: (factor) => zoom(view.scale * factor),
    look,
    lookOn,
  });
}
