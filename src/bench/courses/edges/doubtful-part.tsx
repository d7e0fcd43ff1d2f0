"use client";

import { say } from "@/language";
import type { FillInfo } from "@/core/contract";
import { percent } from "@/ui";
import { PLACE_WORDS } from "../../place-words";
import { useFillState } from "../../made-up/fill-state";
import { useSheetView } from "../../picture/sheet-view";

type Places = NonNullable<FillInfo["doubtful"]>["places"];

/** So much of a fill may be off: on how much it is looked at. */
const CLOSE = 1;

/** What of the fill may be off: hatched on the sheet when asked for, and where to look. */
export function DoubtfulPart({ places }: { places: Places }) {
  const hatched = useFillState((s) => s.hatched);
  if (places.length === 0)
    return (
      <p className="muted pt-1.5">
        {say("Tried beside the gaps, nothing came out far off. Look at the borders all the same.")}
      </p>
    );
  return (
    <section className="pt-1.5" aria-label={say("What may be off")}>
      <div className="flex items-center gap-2 pb-1">
        <span className="grow">{say("The fill may be off here. Look before you deliver:")}</span>
        <button
          className="btn btn-xs"
          aria-pressed={hatched}
          title={say("Hatch what may be off (Shift Q)")}
          onClick={() => useFillState.setState({ hatched: !hatched })}
        >
          {say("Hatch")}
        </button>
      </div>
      <ul>
        {places.map(({ where: [column, row], share, levels, at }) => (
          <li key={at.join()}>
            <button
              className="btn btn-ghost btn-xs h-auto w-full justify-between py-1 text-left font-normal"
              onClick={() => useSheetView.getState().lookOn(at, CLOSE)}
            >
              <span>{PLACE_WORDS[row]![column]}</span>
              <span className="tabular-nums">
                {say("{share} of the frame, {levels} levels", { share: percent(share, 1), levels })}
              </span>
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}
