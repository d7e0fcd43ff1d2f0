import { useEffect, useState } from "react";
import type { Vec2 } from "@/core/geometry";

/** Fewer places than this are no path. */
const FEWEST = 3;

/**
 * Places clicked one after the other along something: Enter ends the path, Backspace takes the last place back, Escape
 * drops it, and so does putting the tool down. @param onDone gets at least three places, recorded pixels.
 */
export function useClickPath(active: boolean, onDone: (places: readonly Vec2[]) => void) {
  const [kept, setPlaces] = useState<readonly Vec2[]>([]);
  if (!active && kept.length > 0) setPlaces([]);
  const places = active ? kept : [];
  useEffect(() => {
    if (places.length === 0) return;
    const onKey = (event: KeyboardEvent): void => {
      if (event.target instanceof HTMLElement && event.target.closest("input, textarea, select, dialog")) return;
      if (event.key === "Enter" && places.length >= FEWEST) {
        onDone(places);
        setPlaces([]);
      } else if (event.key === "Backspace") setPlaces(places.slice(0, -1));
      else if (event.key === "Escape") setPlaces([]);
      else if (event.key !== "Enter") return;
      // Before the Bench's own keys, for which these would mean something else.
      event.preventDefault();
      event.stopPropagation();
    };
    window.addEventListener("keydown", onKey, { capture: true });
    return () => window.removeEventListener("keydown", onKey, { capture: true });
  });
  const hint =
    places.length === 0
      ? null
      : places.length < FEWEST
        ? `${places.length === 1 ? "One place" : "Two places"} so far; click on along the edge.`
        : `${places.length} places. Enter follows the edge through them, Backspace takes one back.`;
  return { places, hint, add: (place: Vec2): void => setPlaces([...places, place]) };
}
