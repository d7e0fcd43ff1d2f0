import { useEffect } from "react";
import { createStore } from "zustand";
import type { SheetView } from "../commands/command";

const nothing = (): void => undefined;

/** How the sheet is looked at, for commands and panels; while no sheet is there, asking does nothing. */
const store = createStore<SheetView & { offered: SheetView | null }>((_set, get) => ({
  offered: null,
  fit: () => (get().offered?.fit ?? nothing)(),
  zoomTo: (scale) => (get().offered?.zoomTo ?? nothing)(scale),
  zoomBy: (factor) => (get().offered?.zoomBy ?? nothing)(factor),
  look: (at, scale) => (get().offered?.look ?? nothing)(at, scale),
  lookOn: (plane, scale) => (get().offered?.lookOn ?? nothing)(plane, scale),
}));

export const useSheetView = { getState: (): SheetView => store.getState() };

/** The sheet offers its view, as it is at this moment. */
export function useOfferedView(view: SheetView): void {
  useEffect(() => {
    store.setState({ offered: view });
    return () => store.setState({ offered: null });
  });
}
