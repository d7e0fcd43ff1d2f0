import { useEffect } from "react";
import type { Photo } from "@/client";
import { useBench } from "@/client/bench-store";
import { clingLine, lengthenLine } from "./cling-edits";

/** C and Y: the selected line clings to its edge, is lengthened along it. Q: lines are looked for. */
export function useLineKeys(photo: Photo): void {
  useEffect(() => {
    const down = (event: KeyboardEvent): void => {
      const target = event.target instanceof HTMLElement ? event.target : null;
      if (event.ctrlKey || event.metaKey || target?.closest("input, textarea, select, dialog")) return;
      const { selected, set } = useBench.getState();
      const key = event.key.toLowerCase();
      if (key === "c" && selected) void clingLine(useBench.getState, photo, selected, 1, true);
      if (key === "y" && selected) void lengthenLine(useBench.getState, photo, selected);
      if (key === "q") {
        set({ course: "lines" });
        // The panel may only now be shown.
        setTimeout(() => document.getElementById("find-lines")?.click(), 0);
      }
    };
    window.addEventListener("keydown", down);
    return () => window.removeEventListener("keydown", down);
  }, [photo]);
}
