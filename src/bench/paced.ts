import { useEffect, useState } from "react";
import { type StoreApi, createStore, useStore } from "zustand";
import { type BenchState, useBench } from "@/client/bench-store";
import type { Derived } from "./derived";

/** How the keys of gestures on the sheet begin. */
export const ON_SHEET = "sheet-";
/** While the pointer edits on the sheet, what stands around it is shown anew after this many edits … */
const EVERY = 8;
/** … or once the pointer has rested this long, or that much time has passed, ms. */
const REST_MS = 140;
const LONGEST_MS = 600;

/**
 * The Bench as the panels around the sheet show it. While the pointer edits on the sheet they follow at a slower pace,
 * so that the picture and its marks have the main thread to themselves; at all other times they are never behind.
 */
export function usePaced(derived: Derived): { store: StoreApi<BenchState>; derived: Derived } {
  const [store] = useState(() => createStore<BenchState>(() => useBench.getState()));
  useEffect(() => {
    let timer: number | undefined;
    let [edits, since] = [0, 0];
    const catchUp = (): void => {
      clearTimeout(timer);
      [edits, since] = [0, performance.now()];
      store.setState(useBench.getState(), true);
    };
    const stop = useBench.subscribe((now, before) => {
      if (!now.gesture?.startsWith(ON_SHEET)) return catchUp();
      if (now.recipe !== before.recipe) edits++;
      if (edits >= EVERY || performance.now() - since > LONGEST_MS) return catchUp();
      clearTimeout(timer);
      timer = window.setTimeout(catchUp, REST_MS);
    });
    catchUp();
    return () => {
      stop();
      clearTimeout(timer);
    };
  }, [store]);
  const recipe = useStore(store, (s) => s.recipe);
  const [shown, setShown] = useState(derived);
  const next = derived.source === recipe ? derived : shown;
  if (next !== shown) setShown(next);
  return { store, derived: next };
}
