import type { Vec2 } from "@/core/geometry";
import type { Outcome } from "./tool";

/** Places clicked so far, pixels of the original; none: the path is over. */
export const clickedPlaces = (places: readonly Vec2[]): Outcome => ({ do: "set", state: { places } });

/**
 * What a key does to a path that is being clicked: Backspace takes its last place back, Escape drops it, Enter ends it.
 *
 * @param enter what comes of Enter. @returns null where nothing is being clicked, or the key is not its own.
 */
export function keyOnPlaces(
  key: string,
  places: readonly Vec2[],
  enter: () => readonly Outcome[] | null,
): readonly Outcome[] | null {
  if (places.length === 0) return null;
  if (key === "Backspace") return [clickedPlaces(places.slice(0, -1))];
  if (key === "Escape") return [clickedPlaces([])];
  return key === "Enter" ? enter() : null;
}
