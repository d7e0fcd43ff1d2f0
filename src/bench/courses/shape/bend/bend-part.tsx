"use client";

import { say } from "@/core/language";
import { useBench } from "@/client/bench-store";
import { borderStraight, deleteBendMark, switchBend, switchBendMark } from "@/core/edits";
import { type BendMark, type BendSettings, bendNames } from "@/core/shape/bend";
import { Explanation, angle, fixed } from "@/ui";
import type { Derived } from "../../../derived";
import { RowButtons } from "../../row-buttons";
import { SCHEDULE_CELL as cell, SCHEDULE_HEAD as head } from "../../schedule-cells";
import { BendFields } from "./bend-fields";
import { switchMesh, switchPulling, useBend } from "./bend-state";

const px = (v: number): string => (v < 9.95 ? fixed(v, 1) : fixed(v, 0));
/** How a mark stood and stands: its lean where it has an axis, else its bow. */
function standing({ before, after, kind }: BendMark): string {
  if (before.lean !== null && after.lean !== null && (kind === "face" ? before.lean !== 0 : true))
    return `${angle(before.lean, 1)} → ${angle(after.lean, 1)}`;
  return kind === "face" ? "–" : `${px(before.offPx)} → ${px(after.offPx)} px`;
}

interface Row {
  readonly id: string;
  readonly on: boolean;
}

const rowsOf = ({ taut, faces, shields }: BendSettings): readonly Row[] => [...taut, ...faces, ...shields];

/** What is straight, flat, or keeps its form: the marks as a table, and what is to be said of them. */
export function BendPart({ derived }: { derived: Derived }) {
  const { recipe, size, selected, edit, set } = useBench();
  const { pulling, mesh } = useBend();
  const { shape } = recipe;
  if (!shape)
    return (
      <div className="ruled border-b px-3.5 py-2">
        <Explanation id="bend">
          {say(
            "Still bowed, or leaning by itself? Draw a taut line along it, or mark walls as joined faces. Everything else stays as it is.",
          )}
        </Explanation>
        <button className="btn btn-xs" onClick={() => edit(borderStraight(size))}>
          {say("Pull the border straight")}
        </button>
      </div>
    );
  const names = bendNames(shape);
  const { bend } = derived;
  const marks = new Map(bend?.marks.map((m) => [m.id, m]));
  return (
    <section aria-label={say("Straight and flat")}>
      <div className="flex items-center justify-between px-3.5 pt-2.5 pb-1.5">
        <h2 className="caps">{say("Straight and flat")}</h2>
        <label className="muted flex cursor-pointer items-center gap-2 text-[0.9rem]">
          {say("applied")}
          <input
            type="checkbox"
            className="toggle toggle-xs"
            aria-label={say("What is bent, applied")}
            checked={shape.on}
            onChange={() => edit(switchBend(!shape.on))}
          />
        </label>
      </div>
      <div className="max-h-[max(7rem,24vh)] overflow-y-auto">
        <table className="w-full border-collapse" aria-label={say("Shape schedule")}>
          <thead>
            <tr>
              <th className={`${head} pl-3.5 text-left`}>{say("No.")}</th>
              <th className={head} title={say("Its lean from where it is locked to, else how far it bows")}>
                {say("Before → after")}
              </th>
              <th className={head} title={say("How far it moves the picture along it, on average")}>
                {say("Moves")}
              </th>
              <th className={head} title={say("By how much it misses what it asks for")}>
                {say("Misses")}
              </th>
              <th className={`${head} pr-2`}>
                <span className="sr-only">{say("On or off")}</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {rowsOf(shape).map(({ id, on }) => {
              const mark = marks.get(id);
              const name = names.get(id)!;
              return (
                <tr
                  key={id}
                  aria-selected={id === selected}
                  className={`cursor-pointer ${id === selected ? "bg-base-300" : ""} ${on ? "" : "opacity-55"}`}
                  onClick={() => set({ selected: id, selectedEnd: null })}
                >
                  <td className={`${cell} pl-3.5 text-left font-semibold`}>
                    <button aria-label={say("Select mark {name}", { name })} aria-pressed={id === selected}>
                      {name}
                    </button>
                  </td>
                  <td className={`${cell} whitespace-nowrap`}>{mark ? standing(mark) : "–"}</td>
                  <td className={`${cell} whitespace-nowrap`}>
                    {mark ? say("{pullPx} px", { pullPx: px(mark.pullPx) }) : "–"}
                  </td>
                  <td className={`${cell} whitespace-nowrap`}>
                    {mark ? say("{residualPx} px", { residualPx: px(mark.residualPx) }) : "–"}
                  </td>
                  <td className={`${cell} pr-2`}>
                    <RowButtons
                      name={name}
                      on={on}
                      onSwitch={() => edit(switchBendMark(id))}
                      onDelete={() => edit(deleteBendMark(id))}
                    />
                  </td>
                </tr>
              );
            })}
          </tbody>
        </table>
      </div>
      <div className="ruled border-b px-3.5 py-2 empty:hidden" role="status" data-testid="shape-messages">
        {(bend?.messages ?? []).map(({ text }) => (
          <p key={text}>{text}</p>
        ))}
      </div>
      <BendFields shape={shape} derived={derived} />
      <div className="ruled flex flex-wrap gap-x-4 gap-y-1 border-b px-3.5 py-2">
        {shape.faces.length > 0 && (
          <label className="flex cursor-pointer items-center gap-2">
            <input type="checkbox" className="checkbox checkbox-xs" checked={pulling} onChange={switchPulling} />
            {say("Joints pull the picture")}
          </label>
        )}
        <label className="flex cursor-pointer items-center gap-2">
          <input type="checkbox" className="checkbox checkbox-xs" checked={mesh} onChange={switchMesh} />
          {say("Mesh")}
        </label>
        <button
          className="btn btn-xs ml-auto"
          title={say("The photo's own border becomes straight, as far as everything else allows")}
          onClick={() => edit(borderStraight(size))}
        >
          {say("Border straight")}
        </button>
      </div>
    </section>
  );
}
