import { useEffect, useRef } from "react";
import type { Photo } from "@/client";
import { useBench } from "@/client/bench-store";
import { takeProposal } from "./lens-edits";
import { useProfiles } from "./use-profiles";

/** L takes the profile that fits best, from any course. */
export function useLensKey(photo: Photo): void {
  const { proposals } = useProfiles(photo);
  const first = useRef(proposals[0]);
  useEffect(() => {
    first.current = proposals[0];
  });
  useEffect(() => {
    const down = (event: KeyboardEvent): void => {
      if (event.key.toLowerCase() !== "l" || event.ctrlKey || event.metaKey || event.altKey || !first.current) return;
      const target = event.target instanceof HTMLElement ? event.target : null;
      if (target?.closest("input:not([type=range]):not([type=checkbox]), textarea, select, dialog")) return;
      event.preventDefault();
      takeProposal(useBench.getState(), first.current, photo);
    };
    window.addEventListener("keydown", down);
    return () => window.removeEventListener("keydown", down);
  }, [photo]);
}
