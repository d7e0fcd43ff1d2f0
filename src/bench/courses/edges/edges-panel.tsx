"use client";

import { say } from "@/language";
import { useMemo } from "react";
import { useBench } from "@/client/bench-store";
import { GAP_CHOICES, type GapChoice } from "@/core/edges";
import { allGaps } from "@/core/edits";
import { gapsOf } from "@/core/render";
import type { PanelParts } from "../bench-course";
import { BrushPart } from "./brush/brush-part";
import { CourseSwitch } from "../course-switch";
import { fillOf } from "../../made-up/use-fill";
import { CHOICE_WORDS } from "./choice-words";
import { FillSettings } from "./fill-settings";
import { FillStatus } from "./fill-status";
import { GapSchedule } from "./gap-schedule";
import { SourcesPart } from "./sources-part";
import { StrokesPart } from "./strokes-part";
import { ThingPart } from "./thing/thing-part";

/** Course 5: what becomes of the frame's gaps, each by itself. */
export function EdgesPanel({ derived }: PanelParts) {
  const { recipe, edit } = useBench();
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
      {gaps.length + closed.length > 0 && <GapSchedule gaps={gaps} closed={closed} />}
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
      {filling && <FillSettings derived={derived} />}
      <BrushPart />
      <ThingPart />
      <StrokesPart />
      {(filling || edges.sources) && <SourcesPart />}
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
