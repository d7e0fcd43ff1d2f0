"use client";

import { SIDE_WORDS } from "@/core/language";
import { put, say } from "@/language";
import { Pipette } from "lucide-react";
import { useRef } from "react";
import { useBench } from "@/client/bench-store";
import { GAP_CHOICES, type GapChoice, WHITE } from "@/core/edges";
import { gapChoice, gapColour } from "@/core/edits";
import type { Gap } from "@/core/render";
import { percent } from "@/ui";
import { useFillState } from "../../made-up/fill-state";
import { CHOICE_WORDS } from "./choice-words";

/** Colours picked in quicker succession than this are one step, ms. */
const PICKING_MS = 400;

interface Props {
  gaps: readonly Gap[];
  /** Sides that were closed; they have no gap any more. */
  closed: readonly Pick<Gap, "side" | "do">[];
}

/** What becomes of each gap by itself. */
export function GapSchedule({ gaps, closed }: Props) {
  return (
    <table className="schedule w-full" aria-label={say("Gaps")}>
      <thead>
        <tr className="muted text-left">
          <th className="pl-3.5 font-normal">{say("Gap")}</th>
          <th className="font-normal">{say("Of the frame")}</th>
          <th className="pr-3.5 text-right font-normal">{say("What is done")}</th>
        </tr>
      </thead>
      <tbody>
        {gaps.map((gap) => (
          <GapRow key={gap.side} gap={gap} />
        ))}
        {closed.map(({ side, do: choice }) => (
          <GapRow key={side} gap={{ side, share: null, do: choice, plain: WHITE }} />
        ))}
      </tbody>
    </table>
  );
}

/** @param gap one that is there, or a side that was closed: it has no share. */
function GapRow({ gap }: { gap: Pick<Gap, "side" | "do" | "plain"> & { readonly share: number | null } }) {
  const { edit, endGesture, tool, set } = useBench();
  const pickFor = useFillState((s) => s.pickFor);
  const name = put(SIDE_WORDS[gap.side]);
  const resting = useRef<ReturnType<typeof setTimeout>>(undefined);
  return (
    <tr>
      <th scope="row" className="pl-3.5 text-left font-semibold">
        {name}
      </th>
      <td className="tabular-nums">
        {gap.share === null ? say("closed") : gap.share < 0.001 ? say("under 0.1 %") : percent(gap.share, 1)}
      </td>
      <td className="py-0.5 pr-3.5 text-right">
        {gap.do === "plain" && (
          <button
            className="btn btn-ghost btn-xs btn-square align-middle"
            aria-label={say("Pick from the picture for the gap {name}", { name })}
            aria-pressed={tool === "colour" && pickFor === gap.side}
            onClick={() => {
              useFillState.setState({ pickFor: gap.side });
              set({ tool: "colour" });
            }}
          >
            <Pipette size={14} />
          </button>
        )}
        {gap.do === "plain" && (
          <input
            type="color"
            className="mr-1.5 h-6 w-8 align-middle"
            aria-label={say("Colour of the gap {name}", { name })}
            value={gap.plain}
            onChange={(e) => {
              edit(gapColour(gap.side, e.target.value), `colour ${gap.side}`);
              // The picker does not tell when it is let go of.
              clearTimeout(resting.current);
              resting.current = setTimeout(endGesture, PICKING_MS);
            }}
          />
        )}
        <select
          className="select select-xs w-24"
          aria-label={say("Gap {name}", { name })}
          value={gap.do}
          onChange={(e) => edit(gapChoice(gap.side, e.target.value as GapChoice))}
        >
          {GAP_CHOICES.map((choice) => (
            <option key={choice} value={choice}>
              {CHOICE_WORDS[choice]}
            </option>
          ))}
        </select>
      </td>
    </tr>
  );
}
