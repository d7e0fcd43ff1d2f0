"use client";

import { percent } from "@/ui";
import type { Derived } from "../../derived";
import { type FillShown, useFillState } from "../../fill-state";
import { fillOf, makeAnew, standingOf } from "../../use-fill";

const SHOWN: Record<FillShown, string> = { with: "With fill", without: "Without", only: "Only the fill" };

/** How the fill stands, and what of it is shown. */
export function FillStatus({ derived }: { derived: Derived }) {
  const { fill, working, error, shown, stopped } = useFillState();
  const standing = standingOf(fill, derived);
  const halted = stopped !== null && stopped === fillOf(derived);
  return (
    <div className="pb-1.5">
      <p role="status" data-testid="fill-state" className="pb-1.5">
        {working
          ? "Working …"
          : error
            ? `It could not be made: ${error}`
            : halted
              ? "Stopped. A delivery makes it all the same."
              : standing !== "fresh" || !fill
                ? "What is made up is out of date."
                : fill.info.unfilled > 0
                  ? `Of the frame ${percent(fill.info.unfilled, 1)} stays empty: there is nothing left to fill it from. Allow more areas.`
                  : `Made up: ${percent(fill.info.filled, 1)} of the frame. The delivered file says so.`}
        {working && (
          <button
            className="btn btn-xs ml-2"
            onClick={() => useFillState.setState({ stopped: fillOf(derived), working: false })}
          >
            Stop
          </button>
        )}
        {!working && (error !== null || halted) && (
          <button className="btn btn-xs ml-2" onClick={makeAnew}>
            {halted ? "Make it" : "Try again"}
          </button>
        )}
      </p>
      <div className="join w-full" role="group" aria-label="What is shown">
        {(Object.keys(SHOWN) as FillShown[]).map((key) => (
          <button
            key={key}
            className="btn btn-xs join-item flex-1"
            aria-pressed={shown === key}
            onClick={() => useFillState.setState({ shown: key })}
          >
            {SHOWN[key]}
          </button>
        ))}
      </div>
    </div>
  );
}
