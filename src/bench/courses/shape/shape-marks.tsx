"use client";

import { useBench } from "@/client/bench-store";
import type { MarkParts } from "../../marks/mark-parts";
import { BendMarks } from "./bend/bend-marks";
import { MeasureMarks } from "./proportion/measure-marks";

/** Known measures with what is taped off, and the marks that bend the picture. */
export function ShapeMarks(parts: MarkParts) {
  const shape = useBench((s) => s.recipe.shape);
  return (
    <>
      <MeasureMarks {...parts} />
      {shape && <BendMarks shape={shape} {...parts} />}
    </>
  );
}
