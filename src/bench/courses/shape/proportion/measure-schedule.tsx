"use client";

import { put, say } from "@/language";
import { useBench } from "@/client/bench-store";
import { deleteMeasure, switchMeasure } from "@/core/edits";
import { type KnownMeasure, UNITS } from "@/core/shape/proportion";
import { percent, fixed } from "@/ui";
import type { Derived } from "../../../derived";
import { RowButtons } from "../../row-buttons";
import { SCHEDULE_CELL as cell, SCHEDULE_HEAD as head } from "../../schedule-cells";
import { useMeasuring } from "./measuring-state";

/** A size in its own unit: "0.9×2.1 m", "1:1", "4×4 of 15×15 cm". */
function sizeWords(m: KnownMeasure): string {
  const unit = m.unit ?? "m";
  const n = (metres: number): string => String(Number((metres / UNITS[unit]).toPrecision(5)));
  if (m.kind === "length") return `${n(m.length)} ${unit === "ratio" ? "" : unit}`;
  const both = unit === "ratio" ? `${n(m.width)}:${n(m.height)}` : `${n(m.width)}×${n(m.height)} ${unit}`;
  return m.kind === "grid" ? say("{columns}×{rows} of {both}", { columns: m.columns, rows: m.rows, both }) : both;
}

/** Known measures as a table: what each says of the height, how far it is off what all say, and its pull. */
export function MeasureSchedule({ derived: { measured } }: { derived: Derived }) {
  const bench = useBench();
  const measures = bench.recipe.proportion.measures ?? [];
  return (
    <>
      <div className="max-h-[max(7rem,22vh)] overflow-y-auto">
        <table className="w-full border-collapse" aria-label={say("Measure schedule")}>
          <thead>
            <tr>
              <th className={`${head} pl-3.5 text-left`}>{say("No.")}</th>
              <th className={head}>{say("Size")}</th>
              <th className={head} title={say("The factor on heights that would give it its shape")}>
                {say("Height")}
              </th>
              <th className={head} title={say("How far it misses what all measures say")}>
                {say("Misses")}
              </th>
              <th className={head} title={say("Its share of what all measures say")}>
                {say("Weight")}
              </th>
              <th className={`${head} pr-2`}>
                <span className="sr-only">{say("On or off")}</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {measures.map((m, i) => (
              <MeasureRow key={m.id} m={m} name={`M${i + 1}`} measured={measured} />
            ))}
          </tbody>
        </table>
      </div>
      <div className="ruled border-b px-3.5 py-2 empty:hidden" role="status" data-testid="measure-messages">
        {(measured?.messages ?? []).map(put).map((words) => (
          <p key={words}>{words}</p>
        ))}
      </div>
    </>
  );
}

/** One measure: what it says of the height, and how far it is off what all say. */
function MeasureRow({ m, name, measured }: { m: KnownMeasure; name: string; measured: Derived["measured"] }) {
  const bench = useBench();
  const share = measured?.measures.find((s) => s.id === m.id);
  const off = share?.height && measured?.height ? share.height / measured.height - 1 : null;
  return (
    <tr
      aria-selected={m.id === bench.selected}
      className={`cursor-pointer ${m.id === bench.selected ? "bg-base-300" : ""} ${m.on ? "" : "opacity-55"}`}
      onClick={() => {
        useMeasuring.setState({ place: null });
        bench.set({ selected: m.id, selectedEnd: null });
      }}
    >
      <td className={`${cell} pl-3.5 text-left font-semibold`}>
        <button aria-label={say("Select measure {name}", { name })} aria-pressed={m.id === bench.selected}>
          {name}
        </button>
      </td>
      <td className={cell}>{sizeWords(m)}</td>
      <td className={`${cell} whitespace-nowrap`}>
        {share?.height ? (
          <>
            {fixed(share.height, 3)}{" "}
            <span className="muted text-[0.8rem]">± {fixed(share.sigma! * share.height, 3)}</span>
          </>
        ) : (
          "–"
        )}
      </td>
      <td className={`${cell} whitespace-nowrap`}>
        {off === null ? "–" : `${fixed(Math.abs(off) < 0.0005 ? 0 : 100 * off, 1)}\u202f%`}
      </td>
      <td className={`${cell} whitespace-nowrap`}>{share && share.pull > 0 ? percent(share.pull) : "–"}</td>
      <td className={`${cell} whitespace-nowrap pr-2`}>
        <RowButtons
          name={name}
          on={m.on}
          onSwitch={() => bench.edit(switchMeasure(m.id))}
          onDelete={() => bench.edit(deleteMeasure(m.id))}
        />
      </td>
    </tr>
  );
}
