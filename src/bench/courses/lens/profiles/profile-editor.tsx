"use client";

import { say, sayError } from "@/language";
import { useState } from "react";
import { type LensProfile, readProfile } from "@/core/lens";
import { type Rows, TABLES, TABLE_NAMES, type TableName, rowsOf, withRows } from "./profile-rows";

const lines = (text: string): string[] =>
  text
    .split("\n")
    .map((l) => l.trim())
    .filter(Boolean);

interface Props {
  profile: LensProfile;
  /** What is wrong with keeping it, from the server. */
  refused: string | null;
  onKeep(profile: LensProfile): void;
  onBack(): void;
}

/** Every number of a profile, to be changed; what does not hold is said and not kept. */
export function ProfileEditor({ profile, refused, onKeep, onBack }: Props) {
  const [draft, setDraft] = useState(profile);
  const [names, setNames] = useState({ lens: profile.lens.join("\n"), camera: profile.camera.join("\n") });
  const [rows, setRows] = useState<Record<TableName, Rows>>(() => ({
    distortion: rowsOf(profile, "distortion"),
    fringes: rowsOf(profile, "fringes"),
    vignetting: rowsOf(profile, "vignetting"),
  }));
  const [wrong, setWrong] = useState<string | null>(null);
  const keep = (): void => {
    try {
      const named = { ...draft, lens: lines(names.lens), camera: lines(names.camera) };
      onKeep(readProfile(withRows(named, rows)));
      setWrong(null);
    } catch (error) {
      setWrong(sayError(error as Error));
    }
  };
  const problem = wrong ?? refused;
  return (
    <form
      className="flex flex-col gap-2.5"
      onSubmit={(e) => {
        e.preventDefault();
        keep();
      }}
    >
      <AboutProfile {...{ draft, names }} onDraft={setDraft} onNames={setNames} />
      {(Object.keys(TABLES) as TableName[]).map((table) => (
        <NumbersTable
          key={table}
          name={TABLE_NAMES[table]}
          columns={TABLES[table]}
          rows={rows[table]}
          onChange={(next) => setRows({ ...rows, [table]: next })}
        />
      ))}
      {problem && (
        <p role="alert" className="rounded bg-error px-2.5 py-1.5 text-error-content">
          {problem}
        </p>
      )}
      <div className="flex justify-end gap-2">
        <button type="button" className="btn btn-sm" onClick={onBack}>
          {say("Back without keeping")}
        </button>
        <button className="btn btn-primary btn-sm">{say("Keep the changes")}</button>
      </div>
    </form>
  );
}

interface Names {
  readonly lens: string;
  readonly camera: string;
}
interface AboutParts {
  draft: LensProfile;
  names: Names;
  onDraft(draft: LensProfile): void;
  onNames(names: Names): void;
}

/** What the profile is of: its name, lens, cameras and sensor. */
function AboutProfile({ draft, names, onDraft, onNames }: AboutParts) {
  return (
    <>
      <label className="flex flex-col">
        {say("Name")}
        <input
          className="input input-sm w-full"
          value={draft.name}
          onChange={(e) => onDraft({ ...draft, name: e.target.value })}
        />
      </label>
      <div className="grid grid-cols-2 gap-2.5">
        {(["lens", "camera"] as const).map((key) => (
          <label key={key} className="flex flex-col">
            {key === "lens" ? say("Lens, as photos record it") : say("Cameras; none: any")}
            <textarea
              className="textarea w-full text-[1em]"
              rows={2}
              value={names[key]}
              onChange={(e) => onNames({ ...names, [key]: e.target.value })}
            />
          </label>
        ))}
      </div>
      <div className="flex items-end gap-2.5">
        {(["width", "height"] as const).map((side) => (
          <label key={side} className="flex flex-col">
            {side === "width" ? say("Sensor width, mm") : say("Sensor height, mm")}
            <input
              type="number"
              step="any"
              className="input input-sm w-32"
              value={draft.sensor[side]}
              onChange={(e) => onDraft({ ...draft, sensor: { ...draft.sensor, [side]: Number(e.target.value) } })}
            />
          </label>
        ))}
      </div>
    </>
  );
}

interface TableProps {
  name: string;
  columns: readonly string[];
  rows: Rows;
  onChange(rows: Rows): void;
}

function NumbersTable({ name, columns, rows, onChange }: TableProps) {
  const put = (n: number, i: number, text: string): void =>
    onChange(rows.map((row, r) => (r === n ? row.map((v, c) => (c === i ? text : v)) : row)));
  return (
    <fieldset>
      <legend className="font-semibold">{name}</legend>
      <div className="overflow-x-auto">
        <table className="border-collapse" aria-label={name}>
          <thead>
            <tr className="muted text-right text-[0.85rem]">
              {columns.map((c) => (
                <th key={c} className="px-1 font-medium">
                  {c}
                </th>
              ))}
              <th />
            </tr>
          </thead>
          <tbody>
            {rows.map((row, n) => (
              <tr key={n}>
                {row.map((text, i) => (
                  <td key={i}>
                    <input
                      className="input input-sm w-[5.6rem] px-1.5 text-right tabular-nums"
                      inputMode="decimal"
                      aria-label={say("{name}, row {row}, {column}", { name, row: n + 1, column: columns[i]! })}
                      value={text}
                      onChange={(e) => put(n, i, e.target.value)}
                    />
                  </td>
                ))}
                <td>
                  <button
                    type="button"
                    className="btn btn-ghost btn-xs"
                    aria-label={say("Remove row {row} of {name}", { row: n + 1, name })}
                    onClick={() => onChange(rows.filter((_, r) => r !== n))}
                  >
                    ×
                  </button>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <button
        type="button"
        className="btn btn-ghost btn-xs"
        onClick={() => onChange([...rows, rows.at(-1) ?? columns.map(() => "0")])}
      >
        {say("Add a row")}
      </button>
    </fieldset>
  );
}
