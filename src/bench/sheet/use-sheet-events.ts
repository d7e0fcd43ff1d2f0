import { useEffect } from "react";
import type { View } from "@/client/picture/view";
import type { Vec2 } from "@/core/geometry";
import { LOOK, type Look } from "../look-at";

interface Handling {
  readonly view: View;
  fit(): void;
  zoom(scale: number, pointer?: Vec2): void;
  look(look: Look): void;
}

/** The wheel zooms about the pointer; keys and panels ask for a zoom, or for a place, by events of the window. */
export function useSheetEvents(element: HTMLElement | null, { view, fit, zoom, look }: Handling): void {
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
  useEffect(() => {
    const onKey = (event: Event): void => {
      const { detail } = event as CustomEvent<string>;
      if (detail === "fit") fit();
      else if (detail === "in") zoom(view.scale * 1.4);
      else if (detail === "out") zoom(view.scale / 1.4);
      else if (detail === "actual") zoom(1);
    };
    const onLook = (event: Event): void => look((event as CustomEvent<Look>).detail);
    window.addEventListener("bench-zoom", onKey);
    window.addEventListener(LOOK, onLook);
    return () => {
      window.removeEventListener("bench-zoom", onKey);
      window.removeEventListener(LOOK, onLook);
    };
  });
}
