"use client";

import { say } from "@/language";
import type { Derived } from "../derived";
import { useFillState } from "./fill-state";
import { makeAnew, standingOf } from "./use-fill";

/** Says, outside Edges, that what is made up no longer fits the picture and is not shown. */
export function StaleFill({ derived }: { derived: Derived }) {
  const { fill, working, error } = useFillState();
  if (standingOf(fill, derived) !== "stale" || (!fill && !working && !error)) return null;
  return (
    <p
      role="status"
      className="absolute right-3 top-16 flex items-center gap-2 rounded bg-base-100 px-3 py-1.5 shadow"
      data-testid="stale-fill"
      // The sheet does not take the pointer here.
      onPointerDown={(event) => event.stopPropagation()}
    >
      {working ? say("Edges is at work …") : say("What Edges makes up is out of date, and not shown.")}
      {!working && (
        <button className="btn btn-xs" onClick={makeAnew}>
          {say("Make it anew")}
        </button>
      )}
    </p>
  );
}
