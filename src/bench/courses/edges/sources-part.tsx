"use client";

import { say } from "@/language";
import { useBench } from "@/client/bench-store";
import type { SourceArea } from "@/core/edges";
import { deleteSource, switchSource } from "@/core/edits";
import { RowButtons } from "../row-buttons";

const USES: Record<SourceArea["use"], string> = {
  from: say("fill from here"),
  never: say("never from here"),
  out: say("taken out with the gaps"),
};

/** Areas that gaps are filled from, and those that are never copied. */
export function SourcesPart() {
  const { recipe, edit } = useBench();
  const { sources = [] } = recipe.edges;
  if (sources.length === 0)
    return (
      <p className="ruled border-t px-3.5 py-2">
        {say("Draw around what gaps should be filled from (Shift U), or what must never be copied (Shift V).")}
      </p>
    );
  return (
    <table className="schedule ruled w-full border-t" aria-label={say("Areas")}>
      <tbody>
        {sources.map(({ id, use, on }, i) => (
          <tr key={id} className={on ? "" : "opacity-60"}>
            <th scope="row" className="w-10 pl-3.5 text-left font-semibold">
              S{i + 1}
            </th>
            <td>{USES[use]}</td>
            <td className="pr-3 text-right">
              <RowButtons
                name={`S${i + 1}`}
                on={on}
                onSwitch={() => edit(switchSource(id, !on))}
                onDelete={() => edit(deleteSource(id))}
              />
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
