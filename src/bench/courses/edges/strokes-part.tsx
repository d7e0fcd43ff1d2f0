"use client";

import { say } from "@/language";
import { useBench } from "@/client/bench-store";
import { HARDNESS, type Stroke } from "@/core/edges";
import { deleteStroke, strokeAnswer, strokeSettings, switchStroke } from "@/core/edits";
import { RowButtons } from "../row-buttons";
import { LEAST_STRENGTH } from "../../brush/brush-state";
import { ShareField } from "../share-field";
import { strokeNames } from "./stroke-names";

const KINDS = { mend: say("mended"), graft: say("grafted") } as const;

/** The strokes of both brushes, the topmost first; the selected one with its settings. */
export function StrokesPart() {
  const { recipe, selected, edit, set } = useBench();
  const { strokes = [] } = recipe.edges;
  if (strokes.length === 0) return null;
  const names = strokeNames(strokes);
  return (
    <section className="ruled border-t" aria-label={say("Strokes")}>
      <table className="schedule w-full" aria-label={say("Strokes")}>
        <thead>
          <tr className="muted text-left">
            <th className="w-16 pl-3.5 font-normal">{say("Stroke")}</th>
            <th className="font-normal">{say("Brush")}</th>
            <th />
          </tr>
        </thead>
        <tbody>
          {[...strokes].reverse().map((stroke) => {
            const { id, kind, on, radius, outline } = stroke;
            const name = names.get(id)!;
            return (
              <tr
                key={id}
                className={`cursor-pointer ${on ? "" : "opacity-60"}`}
                aria-selected={selected === id}
                onClick={() => set({ selected: selected === id ? null : id, selectedEnd: null })}
              >
                <th scope="row" className="w-16 pl-3.5 text-left font-semibold">
                  {name}
                </th>
                <td className="tabular-nums">
                  {say("{kind}, {across} px", {
                    kind: outline ? say("a thing taken out") : KINDS[kind],
                    across: Math.round(2 * radius),
                  })}
                </td>
                <td className="pr-3 text-right">
                  <RowButtons
                    name={name}
                    on={on}
                    onSwitch={() => edit(switchStroke(id, !on))}
                    onDelete={() => edit(deleteStroke(id))}
                  />
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
      {strokes.map((stroke) =>
        stroke.id === selected ? <Settings key={stroke.id} stroke={stroke} name={names.get(stroke.id)!} /> : null,
      )}
    </section>
  );
}

function Settings({ stroke, name }: { stroke: Stroke; name: string }) {
  const { edit, endGesture } = useBench();
  const { id, kind, seed = 1 } = stroke;
  return (
    <div className="px-3.5 pb-2 pt-1" role="group" aria-label={say("Settings of {name}", { name })}>
      <ShareField
        label={say("Hardness of {name}", { name })}
        value={stroke.hardness ?? HARDNESS}
        standard={HARDNESS}
        onChange={(hardness) => edit(strokeSettings(id, { hardness }), `hardness ${id}`)}
        onDone={endGesture}
      />
      <ShareField
        label={say("Strength of {name}", { name })}
        value={stroke.strength ?? 1}
        standard={1}
        least={LEAST_STRENGTH}
        onChange={(strength) => edit(strokeSettings(id, { strength }), `strength ${id}`)}
        onDone={endGesture}
      />
      {kind === "graft" && (
        <label className="flex cursor-pointer items-center gap-2 pt-1.5">
          <input
            type="checkbox"
            className="checkbox checkbox-xs"
            checked={stroke.light !== "as-is"}
            onChange={() => edit(strokeSettings(id, { matched: stroke.light === "as-is" }))}
          />
          {say("Match the light to what is around it")}
        </label>
      )}
      {kind === "mend" && (
        <div className="flex items-center gap-2 pt-1.5">
          <span className="grow">{say("Answer {seed}", { seed })}</span>
          {seed > 1 && (
            <button className="btn btn-xs" onClick={() => edit(strokeAnswer(id, 1))}>
              {say("The first")}
            </button>
          )}
          <button className="btn btn-xs" onClick={() => edit(strokeAnswer(id, seed + 1))}>
            {say("Another one")}
          </button>
        </div>
      )}
    </div>
  );
}
