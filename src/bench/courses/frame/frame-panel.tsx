"use client";

import { tell } from "@/core/language";
import { say, sayError } from "@/language";
import { useMemo } from "react";
import type { OpenedVersion, Photo } from "@/client";
import { useBench } from "@/client/bench-store";
import { cleanFrameAgain, framePrefers, freeFrame } from "@/core/edits";
import { type CutOff, cutOff, rectBeforeTurn } from "@/core/frame";
import type { Rect } from "@/core/geometry";
import { type CompiledMap, withCamera } from "@/core/render";
import { NumberField, notify, percent } from "@/ui";
import type { Derived } from "../../derived";
import { weighPhoto } from "../../use-detail";
import { CourseSwitch } from "../course-switch";
import { useFrameAxis } from "./frame-axis";
import { KeepPart } from "./keep-part";
import { OutputPart } from "./output-part";
import { RatioPart } from "./ratio-part";

interface Parts {
  photo: Photo;
  assignment: OpenedVersion["assignment"];
  derived: Derived;
}

/** Course 4: what stays in the picture, by a rule or by hand, and what it costs. */
export function FramePanel({ photo, assignment, derived: { map } }: Parts) {
  const { recipe, size, edit, endGesture } = useBench();
  const { at: axis } = useFrameAxis();
  const [x, y, w, h] = map.frame;
  const setSide = (i: number, v: number): void => {
    const label = tell("Frame by numbers");
    const shown = [x, y, w, h].with(i, Math.round(v)) as unknown as Rect;
    edit(freeFrame(rectBeforeTurn(withCamera(recipe, size), shown), label), "frame by numbers");
  };
  const number = { step: 1, digits: 0, unit: "px", onDone: endGesture };
  return (
    <>
      <CourseSwitch title={say("Frame")} course="frame" />
      <CutWords map={map} />
      <div className="space-y-2 px-3.5 py-2.5">
        <Rule photo={photo} />
        <RatioPart assignment={assignment} />
        <div>
          {(
            [
              [say("Left"), x],
              [say("Top"), y],
              [say("Width"), w],
              [say("Height"), h],
            ] as const
          ).map(([label, value], side) => (
            <NumberField
              key={label}
              {...number}
              {...{ label, value }}
              standard={value}
              {...(side > 1 && { min: 1 })}
              onChange={(v) => setSide(side, v)}
            />
          ))}
        </div>
        {axis && (
          <p className="flex items-center gap-2" role="status">
            <span className="grow">{say("The frame stays symmetric about the axis.")}</span>
            <button className="btn btn-xs" onClick={() => useFrameAxis.setState({ at: null })}>
              {say("Let it go")}
            </button>
          </p>
        )}
      </div>
      <KeepPart map={map} />
      <OutputPart map={map} assignment={assignment} />
    </>
  );
}

/** Which frame is kept up to date: most of what the photo shows, or most area; or that it was drawn. */
function Rule({ photo }: { photo: Photo }) {
  const { recipe, versionId, edit } = useBench();
  const { rule, prefer, detail } = recipe.frame;
  const clean = rule === "clean";
  const button = "btn btn-sm join-item flex-1";
  const showing = async (): Promise<void> => {
    try {
      if (!detail) await weighPhoto(photo, versionId);
      edit(framePrefers("detail"));
    } catch (error) {
      notify(
        say("What the photo shows could not be weighed: {message}", { message: sayError(error as Error) }),
        "error",
      );
    }
  };
  return (
    <div>
      <p className="muted pb-1">
        {clean ? say("Without gaps, kept up to date:") : say("Drawn by hand. Without gaps again:")}
      </p>
      <div className="join w-full" role="group" aria-label={say("Clean frame")}>
        <button
          className={button}
          aria-pressed={clean && prefer !== "area" && detail !== undefined}
          onClick={() => void showing()}
        >
          {say("Most it shows")}
        </button>
        <button
          className={button}
          aria-pressed={clean && (prefer === "area" || detail === undefined)}
          onClick={() => edit(detail ? framePrefers("area") : cleanFrameAgain())}
        >
          {say("Most area")}
        </button>
      </div>
    </div>
  );
}

const SIDES: Record<keyof CutOff, string> = {
  top: say("above"),
  bottom: say("below"),
  left: say("on the left"),
  right: say("on the right"),
};

/** What is kept and what is cut off, side by side, in words. */
function CutWords({ map }: { map: CompiledMap }) {
  const gesture = useBench((s) => s.gesture);
  const cut = useMemo(() => (gesture ? null : cutOff(map.size, map.frame, map.fromRecorded)), [gesture, map]);
  const sides = cut
    ? (Object.keys(SIDES) as (keyof CutOff)[])
        .filter((s) => cut[s] >= 0.005)
        .sort((a, b) => cut[b] - cut[a])
        .map((s) => `${percent(cut[s])} ${SIDES[s]}`)
    : [];
  return (
    <p className="ruled border-b px-3.5 pb-2" role="status" data-testid="cut-off">
      {say("{share} of the photo is kept.", { share: percent(map.kept) })}
      {sides.length > 0 && <> {say("Cut off: {sides}.", { sides: sides.join(", ") })}</>}
      {map.gaps && <> {say("Part of the frame is empty: it will be white, or transparent where the format can be.")}</>}
    </p>
  );
}
