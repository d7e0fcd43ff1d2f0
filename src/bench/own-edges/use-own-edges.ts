import { useEffect } from "react";
import type { Photo } from "@/client";
import { useBench } from "@/client/bench-store";
import { isUntouched, lookForOwnEdges, stopLooking } from "./look";

/** How long the photo is left to arrive and be seen before its edges are looked at, ms. */
const AFTER_MS = 600;
const KEY = "flat-stone-own-edges";
const WHEN_ASKED = "when-asked";

/** Whether own edges are looked at as soon as an untouched photo opens; otherwise only when asked. Remembered in this browser. */
export const byItself = (): boolean => localStorage.getItem(KEY) !== WHEN_ASKED;

/** From now on they are looked at by themselves, or when asked. @returns whether by themselves. */
export function switchByItself(): boolean {
  if (byItself()) localStorage.setItem(KEY, WHEN_ASKED);
  else localStorage.removeItem(KEY);
  return byItself();
}

/** Opening an untouched photo, its own edges are looked at. */
export function useOwnEdges(photo: Photo, versionId: string): void {
  useEffect(() => {
    const timer = setTimeout(() => {
      const now = useBench.getState();
      if (byItself() && now.versionId === versionId && isUntouched(now) && now.own.state === "unlooked")
        void lookForOwnEdges(useBench.getState, photo);
    }, AFTER_MS);
    return () => {
      clearTimeout(timer);
      stopLooking(useBench.getState);
    };
  }, [photo, versionId]);
}
