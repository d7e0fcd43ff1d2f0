import { useEffect } from "react";
import type { Photo } from "@/client";
import { useBench } from "@/client/bench-store";
import { isUntouched, lookForOwnEdges, stopLooking } from "./look";

/** How long the photo is left to arrive and be seen before its edges are looked at, ms. */
const AFTER_MS = 600;

/** Opening an untouched photo, its own edges are looked at. */
export function useOwnEdges(photo: Photo, versionId: string): void {
  useEffect(() => {
    const timer = setTimeout(() => {
      const now = useBench.getState();
      if (now.versionId === versionId && isUntouched(now) && now.own.state === "unlooked")
        void lookForOwnEdges(useBench.getState, photo);
    }, AFTER_MS);
    return () => {
      clearTimeout(timer);
      stopLooking(useBench.getState);
    };
  }, [photo, versionId]);
}
