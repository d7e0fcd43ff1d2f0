import { useEffect, useRef, useState } from "react";
import { useBench } from "@/client/bench-store";

const within = (event: KeyboardEvent, selector: string): boolean =>
  event.target instanceof HTMLElement && event.target.closest(selector) !== null;

/**
 * The keys of the pointer's gestures, before the Bench's own for which they would mean something else: those of the tool in
 * hand; Escape, which lets go, first of the gesture under way, then of what is selected; while Space is held the pointer
 * moves the picture.
 *
 * @param cancel drops the gesture under way; whether there was one. @param own gives the key to the tool; whether it is
 * the tool's own. @returns whether Space is held.
 */
export function useGestureKeys(cancel: () => boolean, own: (key: string) => boolean): boolean {
  const [space, setSpace] = useState(false);
  const latest = useRef({ cancel, own });
  useEffect(() => {
    latest.current = { cancel, own };
  });
  useEffect(() => {
    const onKey = (event: KeyboardEvent): void => {
      const typing = within(event, "input, textarea, select, button");
      if (
        event.type === "keydown" &&
        !within(event, "input, textarea, select, dialog") &&
        latest.current.own(event.key)
      ) {
        event.preventDefault();
        event.stopPropagation();
        return;
      }
      if (
        event.key === "Escape" &&
        event.type === "keydown" &&
        !latest.current.cancel() &&
        !typing &&
        !within(event, "dialog")
      )
        useBench.getState().set({ selected: null, selectedEnd: null });
      if (event.key === " " && !typing) {
        setSpace(event.type === "keydown");
        event.preventDefault();
      }
    };
    window.addEventListener("keydown", onKey, { capture: true });
    window.addEventListener("keyup", onKey);
    return () => {
      window.removeEventListener("keydown", onKey, { capture: true });
      window.removeEventListener("keyup", onKey);
    };
  }, []);
  return space;
}
