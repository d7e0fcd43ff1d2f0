"use client";

import { put, say } from "@/language";
import { useBench } from "@/client/bench-store";
import { borderStraight, switchBend } from "@/core/edits";
import { Explanation } from "@/ui";
import type { Derived } from "../../../derived";
import { BowedPart } from "./bowed-part";
import { BendFields } from "./bend-fields";
import { BendSchedule } from "./bend-schedule";
import { switchMesh, switchPulling, useBend } from "./bend-state";

/** What is straight, flat, or keeps its form: the marks as a table, and what is to be said of them. */
export function BendPart({ derived }: { derived: Derived }) {
  const { recipe, size, edit } = useBench();
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
        <BendSchedule shape={shape} marks={marks} />
      </div>
      <div className="ruled border-b px-3.5 py-2 empty:hidden" role="status" data-testid="shape-messages">
        {(bend?.messages ?? [])
          .map(({ text }) => put(text))
          .map((text) => (
            <p key={text}>{text}</p>
          ))}
      </div>
      <BowedPart shape={shape} derived={derived} />
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
