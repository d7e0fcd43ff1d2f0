"use client";

import { say } from "@/core/language";
import { useBench } from "@/client/bench-store";
import { lineKind } from "@/core/recipe";
import { angle, grouped, percent, fixed } from "@/ui";
import type { LineRow } from "../../derived";
import { deleteLine, switchLine } from "@/core/edits";
import { RowButtons } from "../row-buttons";
import { SCHEDULE_CELL as cell, SCHEDULE_HEAD as head } from "../schedule-cells";

/** The lines as a table; selecting a row selects the mark on the sheet, and the other way round. */
export function Schedule({ rows }: { rows: readonly LineRow[] }) {
  const { selected, set } = useBench();
  const bench = useBench();
  if (rows.length === 0) return null;
  return (
    <div className="max-h-[max(7rem,22vh)] overflow-y-auto">
      <table className="w-full border-collapse" aria-label={say("Line schedule")}>
        <thead>
          <tr>
            <th className={`${head} pl-3.5 text-left`}>{say("No.")}</th>
            <th className={head} title={say("Pixels")}>
              {say("Length")}
            </th>
            <th className={head}>{say("Before")}</th>
            <th className={head}>{say("After")}</th>
            <th className={head} title={say("How far it misses what all lines say")}>
              {say("Off")}
            </th>
            <th className={head} title={say("Its share of what all lines say")}>
              {say("Pull")}
            </th>
            <th className={`${head} pr-2`}>
              <span className="sr-only">{say("On or off")}</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {rows.map(({ line, name, lengthPx, before, after, pull, residualPx, wall }) => (
            <tr
              key={line.id}
              aria-selected={line.id === selected}
              className={`cursor-pointer ${line.id === selected ? "bg-base-300" : ""} ${line.on ? "" : "opacity-55"}`}
              onClick={() => set({ selected: line.id, selectedEnd: null })}
            >
              <td className={`${cell} pl-3.5 text-left`}>
                <button
                  className="bubble"
                  data-kind={line.kind}
                  aria-label={say("Select {kind} {name}", { kind: lineKind(line.kind), name })}
                  aria-pressed={line.id === selected}
                >
                  {name}
                </button>
                {wall && <span className="muted ml-1 text-[0.85rem]">{wall}</span>}
              </td>
              <td className={cell}>{grouped(lengthPx)}</td>
              <td className={cell}>{angle(before)}</td>
              <td className={`${cell} font-semibold`}>{!line.on || after === null ? "–" : angle(after)}</td>
              <td className={cell}>
                {line.on && pull > 0 ? say("{residualPx} px", { residualPx: fixed(residualPx, 1) }) : "–"}
              </td>
              <td className={cell}>{line.on && pull > 0 ? percent(pull) : "–"}</td>
              <td className={`${cell} whitespace-nowrap pr-2`}>
                <RowButtons
                  name={name}
                  on={line.on}
                  onSwitch={() => bench.edit(switchLine(line.id))}
                  onDelete={() => bench.edit(deleteLine(line.id))}
                />
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
