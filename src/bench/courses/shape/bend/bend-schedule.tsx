import { say } from "@/language";
import { useBench } from "@/client/bench-store";
import { deleteBendMark, switchBendMark } from "@/core/edits";
import { type BendMark, type BendSettings, bendNames } from "@/core/shape/bend";
import { angle, fixed } from "@/ui";
import { RowButtons } from "../../row-buttons";
import { SCHEDULE_CELL as cell, SCHEDULE_HEAD as head } from "../../schedule-cells";

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

/** The marks as a table: how each stood and stands, how far it moves the picture, and by how much it misses. */
export function BendSchedule({ shape, marks }: { shape: BendSettings; marks: ReadonlyMap<string, BendMark> }) {
  const names = bendNames(shape);
  return (
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
        {rowsOf(shape).map((row) => (
          <BendRow key={row.id} row={row} name={names.get(row.id)!} mark={marks.get(row.id)} />
        ))}
      </tbody>
    </table>
  );
}

function BendRow({ row: { id, on }, name, mark }: { row: Row; name: string; mark: BendMark | undefined }) {
  const { selected, edit, set } = useBench();
  return (
    <tr
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
      <td className={`${cell} whitespace-nowrap`}>{mark ? say("{pullPx} px", { pullPx: px(mark.pullPx) }) : "–"}</td>
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
}
