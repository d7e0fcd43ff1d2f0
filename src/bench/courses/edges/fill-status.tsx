"use client";

import { say } from "@/language";
import { useBench } from "@/client/bench-store";
import { percent } from "@/ui";
import { DoubtfulPart } from "./doubtful-part";
import { RegionsPart } from "./regions/regions-part";
import type { Derived } from "../../derived";
import { type FillShown, useFillState } from "../../made-up/fill-state";
import { fillOf, makeAnew, standingOf } from "../../made-up/use-fill";

const SHOWN: Record<FillShown, string> = {
  with: say("With fill"),
  without: say("Without"),
  only: say("Only the fill"),
};

/** How the fill stands, and what of it is shown. */
export function FillStatus({ derived }: { derived: Derived }) {
  const { fill, working, error, shown, stopped } = useFillState();
  const standing = standingOf(fill, derived);
  const moving = useBench((s) => s.gesture !== null);
  const halted = stopped !== null && stopped === fillOf(derived);
  // What rests out of date is begun in a moment.
  const busy = working || (standing === "stale" && !moving && error === null && !halted);
  return (
    <div className="pb-1.5">
      <p role="status" data-testid="fill-state" className="pb-1.5">
        {busy
          ? say("Working …")
          : error
            ? say("It could not be made: {error}", { error })
            : halted
              ? say("Stopped. A delivery makes it all the same.")
              : standing !== "fresh" || !fill
                ? say("What is made up is out of date.")
                : fill.info.unfilled > 0
                  ? say(
                      "Of the frame {unfilled} stays empty: there is nothing left to fill it from. Allow more areas.",
                      { unfilled: percent(fill.info.unfilled, 1) },
                    )
                  : say("Made up: {filled} of the frame. The delivered file says so.", {
                      filled: percent(fill.info.filled, 1),
                    })}
        {busy && (
          <button
            className="btn btn-xs ml-2"
            onClick={() => useFillState.setState({ stopped: fillOf(derived), working: false })}
          >
            {say("Stop")}
          </button>
        )}
        {!busy && (error !== null || halted) && (
          <button className="btn btn-xs ml-2" onClick={makeAnew}>
            {halted ? say("Make it") : say("Try again")}
          </button>
        )}
      </p>
      <div className="join w-full" role="group" aria-label={say("What is shown")}>
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
      {fill?.info.regions && <RegionsPart regions={fill.info.regions} />}
      {!busy && standing === "fresh" && fill?.info.doubtful && <DoubtfulPart places={fill.info.doubtful.places} />}
    </div>
  );
}
