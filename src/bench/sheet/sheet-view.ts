import { useEffect } from "react";
import { createStore } from "zustand";
import type { SheetView } from "../commands/command";

const nothing = (): void => undefined;

/** How the sheet is looked at, for commands and panels; while no sheet is there, asking does nothing. */
const store = createStore<SheetView & { asked: SheetView | null }>((_set, get) => ({
  asked: null,
  fit: () => (get().asked?.fit ?? nothing)(),
  zoomTo: (scale) => (get().asked?.zoomTo ?? nothing)(scale),
  zoomBy: (factor) => (get().asked?.zoomBy ?? nothing)(factor),
  look: (at, scale) => (get().asked?.look ?? nothing)(at, scale),
}));

export const useSheetView = { getState: (): SheetView => store.getState() };

/** The sheet offers its view, as it is at this moment. */
export function useOfferedView(view: SheetView): void {
  useEffect(() => {
    store.setState({ asked: view });
    return () => store.setState({ asked: null });
  });
}
