import type { Photo } from "@/client";
import { useBench } from "@/client/bench-store";
import type { Outcome } from "../tools/tool";

/** Does what comes of a gesture. @param key names the gesture: its edits are one step back. */
export function carriedOut(outcomes: readonly Outcome[], photo: Photo, key?: string): void {
  for (const outcome of outcomes) {
    const now = useBench.getState();
    switch (outcome.do) {
      case "edit":
        now.edit(outcome.edit, key);
        break;
      case "set":
        now.set(outcome.state);
        break;
      case "revert":
        if (now.gesture === key) now.undo();
        break;
      case "then":
        void outcome.work(useBench.getState, photo);
    }
  }
}
