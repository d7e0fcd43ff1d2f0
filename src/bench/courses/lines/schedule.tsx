"use client";

import { say } from "@/language";
import { ChevronRight, Eye, EyeOff } from "lucide-react";
import { Fragment, useEffect, useRef, useState } from "react";
import { useBench } from "@/client/bench-store";
import { lineKind } from "@/core/recipe";
import { angle, fixed, grouped, percent } from "@/ui";
import type { LineRow } from "../../derived";
import { deleteLine, switchLine, switchLines } from "@/core/edits";
import { RowButtons } from "../row-buttons";
import { SCHEDULE_CELL as cell, SCHEDULE_HEAD as head } from "../schedule-cells";
import { type RowGroup, groupsOf } from "./row-groups";

/** The lines as a table, folded by group where there are many; selecting a row selects the mark on the sheet, and the other way round. */
export function Schedule({ rows }: { rows: readonly LineRow[] }) {
  const selected = useBench((s) => s.selected);
  const [unfolded, setUnfolded] = useState<ReadonlySet<string>>(new Set());
  if (rows.length === 0) return null;
  const turn = (id: string): void =>
    setUnfolded((now) => new Set(now.has(id) ? [...now].filter((other) => other !== id) : [...now, id]));
  return (
    <div className="max-h-[max(7rem,22vh)] overflow-y-auto">
      <table className="w-full border-collapse" aria-label={say("Line schedule")}>
        <thead>
          <tr>
            <th className={`${head} pl-3.5 text-left`}>{say("No.")}</th>
            <th className={head} title={say("Pixels")}>
              {say("Length")}
            </th>
            <th className={head} title={say("Out of true as shot")}>
              {say("Before")}
            </th>
            <th className={head} title={say("Out of true as corrected")}>
              {say("After")}
            </th>
            <th className={head} title={say("How far it misses what all lines say")}>
              {say("Misses")}
            </th>
            <th className={head} title={say("Its share of what all lines say")}>
              {say("Weight")}
            </th>
            <th className={`${head} pr-2`}>
              <span className="sr-only">{say("On or off")}</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {groupsOf(rows).map((group) => {
            const isOpen =
              group.title === "" || unfolded.has(group.id) || group.rows.some(({ line }) => line.id === selected);
            return (
              <Fragment key={group.id}>
                {group.title !== "" && <GroupRow group={group} isOpen={isOpen} onFold={() => turn(group.id)} />}
                {isOpen && group.rows.map((row) => <ScheduleRow key={row.line.id} row={row} />)}
              </Fragment>
            );
          })}
        </tbody>
      </table>
    </div>
  );
}

/** What a group comes to, its rows folded away or shown, and all of it on or off. */
function GroupRow({ group, isOpen, onFold }: { group: RowGroup; isOpen: boolean; onFold: () => void }) {
  const edit = useBench((s) => s.edit);
  const { title, rows, on, worst } = group;
  const all = on === rows.length;
  const words = all ? say("Switch off: {group}", { group: title }) : say("Switch on: {group}", { group: title });
  const Icon = on > 0 ? Eye : EyeOff;
  return (
    <tr className={on > 0 ? "" : "opacity-55"}>
      <th colSpan={3} className={`${cell} pl-2.5 text-left font-semibold`} scope="rowgroup">
        <button className="flex items-center gap-1" aria-expanded={isOpen} onClick={onFold}>
          <ChevronRight size={13} className={isOpen ? "rotate-90" : ""} aria-hidden />
          {title}
        </button>
      </th>
      <td className={`${cell} font-semibold`} title={say("The worst of them")}>
        {worst === null ? "–" : angle(worst)}
      </td>
      <td colSpan={2} className={`${cell} muted`}>
        {all ? "" : say("{on} of {count} on", { on, count: rows.length })}
      </td>
      <td className={`${cell} pr-2 text-left`}>
        <button
          className="btn btn-ghost btn-xs btn-square"
          aria-label={words}
          title={words}
          onClick={() => edit(switchLines(new Set(rows.map((r) => r.line.id)), !all))}
        >
          <Icon size={14} />
        </button>
      </td>
    </tr>
  );
}

function ScheduleRow({ row }: { row: LineRow }) {
  const { line, name, lengthPx, before, after, meant, pull, residualPx, wall } = row;
  const { selected, set, edit } = useBench();
  const own = useRef<HTMLTableRowElement>(null);
  const isSelected = line.id === selected;
  useEffect(() => {
    // Selected on the sheet, it is to be seen here.
    if (isSelected) own.current?.scrollIntoView({ block: "nearest" });
  }, [isSelected]);
  return (
    <tr
      ref={own}
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
      <td
        className={`${cell} font-semibold`}
        title={meant ? undefined : say("Its wall is not turned face-on, so it need not be level")}
      >
        {!line.on || !meant || after === null ? "–" : angle(after)}
      </td>
      <td className={cell}>
        {line.on && pull > 0 ? say("{residualPx} px", { residualPx: fixed(residualPx, 1) }) : "–"}
      </td>
      <td className={cell}>{line.on && pull > 0 ? percent(pull) : "–"}</td>
      <td className={`${cell} whitespace-nowrap pr-2`}>
        <RowButtons
          name={name}
          on={line.on}
          onSwitch={() => edit(switchLine(line.id))}
          onDelete={() => edit(deleteLine(line.id))}
        />
      </td>
    </tr>
  );
}
