"use client";

import { useBench } from "@/client/bench-store";
import type { MarkParts } from "../../marks/mark-parts";
import { useToolInHand } from "../../tools/tool-in-hand";
import { GapMarks } from "./gap-marks";
import { StrokeMarks } from "./stroke-marks";

/** Gaps with the areas they are filled from, and strokes. */
export function EdgesMarks({ derived, projection, asShot, colours }: MarkParts) {
  const { recipe, selected } = useBench();
  const tool = useToolInHand();
  if (asShot) return null;
  return (
    <>
      <GapMarks derived={derived} projection={projection} colours={colours} />
      <StrokeMarks
        strokes={recipe.edges.strokes ?? []}
        quiet={tool.brush !== undefined}
        {...{ selected, projection, colours }}
      />
    </>
  );
}
