"use client";

import { say } from "@/core/language";
import { Pipette } from "lucide-react";
import { useMemo, useRef } from "react";
import { useBench } from "@/client/bench-store";
import { GAP_CHOICES, type GapChoice, MOST_REACH, type Side, WHITE } from "@/core/edges";
import { allGaps, answerOf, gapChoice, gapColour, mayRepeat, reachIn } from "@/core/edits";
import { type Gap, gapsOf } from "@/core/render";
import { NumberField, percent } from "@/ui";
import type { PanelParts } from "../bench-course";
import { BrushPart } from "./brush/brush-part";
import { CourseSwitch } from "../course-switch";
import { useFillState } from "../../made-up/fill-state";
import { compareAnswers } from "../../made-up/use-answers";
import { fillOf } from "../../made-up/use-fill";
import { FillStatus } from "./fill-status";
import { SourcesPart } from "./sources-part";
import { StrokesPart } from "./strokes-part";

export const CHOICE_WORDS: Record<GapChoice, string> = {
  leave: say("Leave"),
  plain: say("Colour"),
  fill: say("Fill"),
  trim: say("Trim"),
  bend: say("Bend"),
};

/** Colours picked in quicker succession than this are one step, ms. */
const PICKING_MS = 400;

/** What a gap is called by where it lies. */
const PLACES: Record<Side, string> = { left: say("left"), top: say("top"), right: say("right"), bottom: say("bottom") };

/** Course 5: what becomes of the frame's gaps, each by itself. */
export function EdgesPanel({ derived }: PanelParts) {
  const { recipe, size, edit, endGesture } = useBench();
  const { edges } = recipe;
  const gaps = useMemo(() => gapsOf(derived.recipe, derived.map), [derived]);
  const closes = (choice: GapChoice): boolean => choice === "trim" || choice === "bend";
  const trimmed = closes(edges.gaps) || edges.each?.some((g) => closes(g.do));
  const shut = edges.gaps === "bend" || edges.each?.some((g) => g.do === "bend");
  // A side closed by itself has no gap any more; what was chosen for it is still there to be changed.
  const closed = (edges.each ?? []).filter((g) => closes(g.do) && !gaps.some((gap) => gap.side === g.side));
  const makes = fillOf(derived) !== null;
  const filling = gaps.some((g) => g.do === "fill");
  return (
    <>
      <CourseSwitch title={say("Edges")} course="edges" />
      {gaps.length === 0 && !trimmed && <NoGaps rule={recipe.frame.rule} />}
      {(gaps.length > 0 || trimmed) && (
        <div className="px-3.5 pb-2">
          <p className="muted pb-1">{say("All gaps:")}</p>
          <Choices
            value={edges.each ? null : edges.gaps}
            name={say("All gaps")}
            onChoose={(choice) => edit(allGaps(choice))}
          />
        </div>
      )}
      {gaps.length + closed.length > 0 && (
        <table className="schedule w-full" aria-label={say("Gaps")}>
          <thead>
            <tr className="muted text-left">
              <th className="pl-3.5 font-normal">{say("Gap")}</th>
              <th className="font-normal">{say("Of the frame")}</th>
              <th className="pr-3.5 text-right font-normal">{say("What is done")}</th>
            </tr>
          </thead>
          <tbody>
            {gaps.map((gap) => (
              <GapRow key={gap.side} gap={gap} />
            ))}
            {closed.map(({ side, do: choice }) => (
              <GapRow key={side} gap={{ side, share: null, do: choice, plain: WHITE }} />
            ))}
          </tbody>
        </table>
      )}
      {trimmed && !shut && gaps.length === 0 && (
        <p className="px-3.5 pb-2">{say("The frame has stepped in; nothing of it is empty.")}</p>
      )}
      {shut && (
        <p className="px-3.5 pb-2">
          {say(
            "What is nearest to the frame is drawn out to it: straight edges there bend. The stretch map (U) shows how much.",
          )}
        </p>
      )}
      {makes && (
        <section className="ruled border-t px-3.5 pt-2" aria-label={say("What is made")}>
          <FillStatus derived={derived} />
        </section>
      )}
      {filling && (
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
      )}
      <BrushPart />
      <StrokesPart />
      {filling && <SourcesPart />}
    </>
  );
}

function NoGaps({ rule }: { rule: "clean" | "free" }) {
  return (
    <p className="px-3.5 pb-2" role="status">
      {say("The frame has no gaps: the photo covers all of it.")}{" "}
      {rule === "clean" &&
        say(
          "Draw it larger in Frame where the picture should reach further than the photo; what is empty is filled here.",
        )}
    </p>
  );
}

function Choices({
  value,
  name,
  onChoose,
}: {
  value: GapChoice | null;
  name: string;
  onChoose: (choice: GapChoice) => void;
}) {
  return (
    <div className="join w-full" role="group" aria-label={name}>
      {GAP_CHOICES.map((choice) => (
        <button
          key={choice}
          className="btn btn-sm join-item flex-1 px-1"
          aria-pressed={value === choice}
          onClick={() => onChoose(choice)}
        >
          {CHOICE_WORDS[choice]}
        </button>
      ))}
    </div>
  );
}

/** @param gap one that is there, or a side that was closed: it has no share. */
function GapRow({ gap }: { gap: Pick<Gap, "side" | "do" | "plain"> & { readonly share: number | null } }) {
  const { edit, endGesture, tool, set } = useBench();
  const pickFor = useFillState((s) => s.pickFor);
  const name = PLACES[gap.side];
  const resting = useRef<ReturnType<typeof setTimeout>>(undefined);
  return (
    <tr>
      <th scope="row" className="pl-3.5 text-left font-semibold">
        {name}
      </th>
      <td className="tabular-nums">
        {gap.share === null ? say("closed") : gap.share < 0.001 ? say("under 0.1 %") : percent(gap.share, 1)}
      </td>
      <td className="py-0.5 pr-3.5 text-right">
        {gap.do === "plain" && (
          <button
            className="btn btn-ghost btn-xs btn-square align-middle"
            aria-label={say("Pick from the picture for the gap {name}", { name })}
            aria-pressed={tool === "colour" && pickFor === gap.side}
            onClick={() => {
              useFillState.setState({ pickFor: gap.side });
              set({ tool: "colour" });
            }}
          >
            <Pipette size={14} />
          </button>
        )}
        {gap.do === "plain" && (
          <input
            type="color"
            className="mr-1.5 h-6 w-8 align-middle"
            aria-label={say("Colour of the gap {name}", { name })}
            value={gap.plain}
            onChange={(e) => {
              edit(gapColour(gap.side, e.target.value), `colour ${gap.side}`);
              // The picker does not tell when it is let go of.
              clearTimeout(resting.current);
              resting.current = setTimeout(endGesture, PICKING_MS);
            }}
          />
        )}
        <select
          className="select select-xs w-24"
          aria-label={say("Gap {name}", { name })}
          value={gap.do}
          onChange={(e) => edit(gapChoice(gap.side, e.target.value as GapChoice))}
        >
          {GAP_CHOICES.map((choice) => (
            <option key={choice} value={choice}>
              {CHOICE_WORDS[choice]}
            </option>
          ))}
        </select>
      </td>
    </tr>
  );
}
