import { useState } from "react";
import { DENSITIES, type Density } from "./photos/listing";

const KEY = "flat-stone-density";

/** How large photos are shown; remembered in this browser. */
export function useDensity(): readonly [Density, (next: Density) => void] {
  const [density, set] = useState<Density>(() => {
    const kept = typeof localStorage === "undefined" ? null : localStorage.getItem(KEY);
    return DENSITIES.find((d) => d === kept) ?? "large";
  });
  const keep = (next: Density): void => {
    localStorage.setItem(KEY, next);
    set(next);
  };
  return [density, keep];
}
