import { useSyncExternalStore } from "react";

/** The sheet's colours, for what is drawn on canvas rather than by style sheets. */
export interface SheetColours {
  readonly plumb: string;
  readonly sill: string;
  readonly taut: string;
  readonly face: string;
  readonly halo: string;
  readonly paper: string;
  readonly ink: string;
  readonly faint: string;
  readonly veil: string;
}

const DAY: SheetColours = {
  plumb: "#b23a1d",
  sill: "#0f6b66",
  taut: "#6a3d9a",
  face: "#9a6a12",
  halo: "#ffffff",
  paper: "#f1f1ef",
  ink: "#26272a",
  faint: "#77776f",
  veil: "rgba(189,189,189,0.62)",
};

const NIGHT: SheetColours = {
  plumb: "#f08a6c",
  sill: "#63c2ba",
  taut: "#c39be6",
  face: "#e0b052",
  halo: "#1b1b1c",
  paper: "#232324",
  ink: "#e8e8e5",
  faint: "#9a9a95",
  veil: "rgba(74,74,74,0.62)",
};

function subscribe(changed: () => void): () => void {
  window.addEventListener("themechange", changed);
  return () => window.removeEventListener("themechange", changed);
}

export function useSheetColours(): SheetColours {
  return useSyncExternalStore(
    subscribe,
    () => (document.documentElement.dataset["theme"] === "night" ? NIGHT : DAY),
    () => DAY,
  );
}
