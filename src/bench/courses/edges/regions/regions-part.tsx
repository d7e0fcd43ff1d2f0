"use client";

import { say } from "@/language";
import { Undo2 } from "lucide-react";
import { useMemo } from "react";
import { useBench } from "@/client/bench-store";
import { deleteBorder } from "@/core/edits";
import { REGION_KINDS, type RegionKind, type Regions } from "@/core/render";
import { percent } from "@/ui";
import { useFillState } from "../../../made-up/fill-state";
import { useSheetColours } from "../../../marks/colours";
import { runsOf } from "./region-cells";
import { regionColours } from "./region-marks";

const KINDS: Record<RegionKind, string> = {
  sky: say("Sky"),
  stands: say("What stands, above the horizon"),
  ground: say("Ground, below the horizon"),
  solid: say("Not sky: what stands, or ground"),
  untold: say("Cannot be told: anything"),
};

/** What the gaps show, marked on the sheet when asked for; each is filled from its own kind. */
export function RegionsPart({ regions }: { regions: Regions }) {
  const shown = useFillState((s) => s.regions);
  const { recipe, edit } = useBench();
  const inks = regionColours(useSheetColours());
  const shares = useMemo(() => {
    const all = { sky: 0, stands: 0, ground: 0, solid: 0, untold: 0 };
    for (const { kind, count } of runsOf(regions)) all[kind] += count / (regions.columns * regions.rows);
    return all;
  }, [regions]);
  const { borders = [] } = recipe.edges;
  return (
    <section className="pt-1.5" aria-label={say("What the gaps show")}>
      <div className="flex items-center gap-2">
        <span className="grow">{say("Each gap is filled from its own kind.")}</span>
        <button className="btn btn-xs" aria-pressed={shown} onClick={() => useFillState.setState({ regions: !shown })}>
          {say("Show kinds")}
        </button>
      </div>
      {shown && (
        <>
          <ul className="pt-1">
            {REGION_KINDS.filter((kind) => shares[kind] > 0).map((kind) => (
              <li key={kind} className="flex items-center gap-2">
                <span className="inline-block h-3 w-3" style={{ background: inks[kind] }} aria-hidden />
                <span className="grow">{KINDS[kind]}</span>
                <span className="tabular-nums">{percent(shares[kind], 1)}</span>
              </li>
            ))}
          </ul>
          <p className="muted pt-1">{say("A border that is wrong can be pulled to where it belongs.")}</p>
        </>
      )}
      {borders.length > 0 && (
        <table className="schedule w-full" aria-label={say("Moved borders")}>
          <tbody>
            {borders.map(({ id }, i) => (
              <tr key={id}>
                <th scope="row" className="text-left font-semibold">
                  B{i + 1}
                </th>
                <td>{say("border moved")}</td>
                <td className="text-right">
                  <button
                    className="btn btn-ghost btn-xs btn-square"
                    aria-label={say("Put B{number} back", { number: i + 1 })}
                    onClick={() => edit(deleteBorder(id))}
                  >
                    <Undo2 size={14} />
                  </button>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </section>
  );
}
