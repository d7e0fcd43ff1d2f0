"use client";

import { say } from "@/language";
import { useBench } from "@/client/bench-store";
import { MOST_REACH } from "@/core/edges";
import { answerOf, mayRepeat, reachIn } from "@/core/edits";
import { NumberField } from "@/ui";
import type { Derived } from "../../derived";
import { compareAnswers } from "../../made-up/use-answers";

/** How gaps are filled: how far into the photo, by which answer, and whether faces may be repeated. */
export function FillSettings({ derived }: { derived: Derived }) {
  const { recipe, size, edit, endGesture } = useBench();
  const { edges } = recipe;
  return (
    <section className="px-3.5 pb-2" aria-label={say("Fill")}>
      <NumberField
        label={say("Reach in")}
        value={edges.reach ?? 0}
        standard={0}
        step={1}
        digits={0}
        unit="px"
        min={0}
        max={Math.round(MOST_REACH * Math.max(...size))}
        onChange={(v) => edit(reachIn(Math.round(v)), "reach in")}
        onDone={endGesture}
      />
      <div className="flex items-center gap-2 pt-1.5">
        <span className="grow">{say("Answer {seed}", { seed: edges.seed ?? 1 })}</span>
        {(edges.seed ?? 1) > 1 && (
          <button className="btn btn-xs" onClick={() => edit(answerOf(1))}>
            {say("The first")}
          </button>
        )}
        <button className="btn btn-xs" onClick={() => edit(answerOf((edges.seed ?? 1) + 1))}>
          {say("Another one")}
        </button>
        <button className="btn btn-xs" onClick={() => compareAnswers(derived, edges.seed ?? 1)}>
          {say("Four side by side")}
        </button>
      </div>
      <label className="flex cursor-pointer items-center gap-2 pt-1.5">
        <input
          type="checkbox"
          className="checkbox checkbox-xs"
          checked={edges.repeat === true}
          onChange={() => edit(mayRepeat(edges.repeat !== true))}
        />
        {say("Faces, keep areas and measured things may be repeated")}
      </label>
    </section>
  );
}
