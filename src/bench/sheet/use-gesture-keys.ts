import { useEffect, useRef, useState } from "react";
import { useBench } from "@/client/bench-store";

const within = (event: KeyboardEvent, selector: string): boolean =>
  event.target instanceof HTMLElement && event.target.closest(selector) !== null;

/**
 * The keys of the pointer's gestures: Escape lets go, first of the gesture under way, then of what is selected; while
 * Space is held the pointer moves the picture.
 *
 * @param cancel drops the gesture under way; whether there was one. @returns whether Space is held.
 */
export function useGestureKeys(cancel: () => boolean): boolean {
  const [space, setSpace] = useState(false);
  const latest = useRef(cancel);
  useEffect(() => {
    latest.current = cancel;
  });
  useEffect(() => {
    const onKey = (event: KeyboardEvent): void => {
      const typing = within(event, "input, textarea, select, button");
      if (
        event.key === "Escape" &&
        event.type === "keydown" &&
        !latest.current() &&
        !typing &&
        !within(event, "dialog")
      )
        useBench.getState().set({ selected: null, selectedEnd: null });
      if (event.key === " " && !typing) {
        setSpace(event.type === "keydown");
        event.preventDefault();
      }
    };
    window.addEventListener("keydown", onKey);
    window.addEventListener("keyup", onKey);
    return () => {
      window.removeEventListener("keydown", onKey);
      window.removeEventListener("keyup", onKey);
    };
  }, []);
  return space;
}
