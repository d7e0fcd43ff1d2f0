"use client";

import { useBench } from "@/client/bench-store";
import { cleanFrameAgain, frameRatio, freeFrame } from "@/core/edits";
import type { Rect } from "@/core/geometry";
import { NumberField, grouped, percent } from "@/ui";
import type { Derived } from "../../derived";
import { CourseSwitch } from "../course-switch";
import { KeepPart } from "./keep-part";

/** Ratios in the order in which prints and pages ask for them, written as on an order form. */
const RATIOS = [
  [3, 2],
  [4, 3],
  [5, 4],
  [1, 1],
  [16, 9],
  [2, 3],
  [3, 4],
  [4, 5],
] as const;

/** Course 4: what stays in the picture, by a rule or by hand, and what it costs. */
export function FramePanel({ derived: { map } }: { derived: Derived }) {
  const { recipe, size, edit, endGesture } = useBench();
  const { frame } = recipe;
  const [x, y, w, h] = map.frame;
  const original = size[0] / size[1];
  const setSide = (i: number, v: number): void => {
    const label = "Frame by numbers";
    edit(freeFrame([x, y, w, h].with(i, Math.round(v)) as unknown as Rect, label), label);
  };
  const value =
    frame.ratio === null ? "any" : Math.abs(frame.ratio - original) < 1e-6 ? "original" : String(frame.ratio);
  const number = { step: 1, digits: 0, unit: "px", onDone: endGesture };
  return (
    <>
      <CourseSwitch title="Frame" course="frame" />
      <p className="ruled border-b px-3.5 pb-2" role="status">
        {percent(map.kept)} of the photo is kept; {percent(1 - map.kept)} is cut off.
        {map.gaps && " Part of the frame is empty: it will be white, or transparent where the format can be."}
      </p>
      <div className="space-y-2 px-3.5 py-2.5">
        <button className="btn btn-sm w-full" disabled={frame.rule === "clean"} onClick={() => edit(cleanFrameAgain())}>
          {frame.rule === "clean" ? "Largest clean frame, kept up to date" : "Back to the largest clean frame"}
        </button>
        <label className="grid grid-cols-[1fr_10rem] items-center gap-2">
          Ratio
          <select
            className="select select-sm"
            value={value}
            onChange={(e) => {
              const v = e.target.value;
              edit(frameRatio(v === "any" ? null : v === "original" ? original : Number(v)));
            }}
          >
            <option value="any">any</option>
            <option value="original">as the photo</option>
            {RATIOS.map(([a, b]) => (
              <option key={`${a}:${b}`} value={String(a / b)}>
                {a} : {b}
              </option>
            ))}
          </select>
        </label>
        <div>
          <NumberField label="Left" value={x} standard={x} {...number} onChange={(v) => setSide(0, v)} />
          <NumberField label="Top" value={y} standard={y} {...number} onChange={(v) => setSide(1, v)} />
          <NumberField label="Width" value={w} standard={w} min={1} {...number} onChange={(v) => setSide(2, v)} />
          <NumberField label="Height" value={h} standard={h} min={1} {...number} onChange={(v) => setSide(3, v)} />
        </div>
        <p className="muted">
          Drag the frame, its sides or corners on the sheet. Output {grouped(map.output[0])} × {grouped(map.output[1])}{" "}
          px.
        </p>
      </div>
      <KeepPart map={map} />
    </>
  );
}
