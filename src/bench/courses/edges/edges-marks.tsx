"use client";

import { useBench } from "@/client/bench-store";
import type { MarkParts } from "../../marks/mark-parts";
import { useToolInHand } from "../../tools/tool-in-hand";
import { useFillState } from "../../made-up/fill-state";
import { isShown, standingOf } from "../../made-up/use-fill";
import { DoubtMarks } from "./doubt-marks";
import { GapMarks } from "./gap-marks";
import { MovedBorders, RegionMarks } from "./regions/region-marks";
import { StrokeMarks } from "./stroke-marks";

/** Gaps with the areas they are filled from, and strokes. */
export function EdgesMarks({ derived, projection, asShot, colours }: MarkParts) {
  const { recipe, selected } = useBench();
  const tool = useToolInHand();
  const { fill, hatched, regions } = useFillState();
  if (asShot) return null;
  // What is out of date would be hatched in the wrong place.
  const doubtful = hatched && standingOf(fill, derived) === "fresh" ? fill?.info.doubtful : null;
  return (
    <>
      {regions && fill?.info.regions && isShown(fill, derived, true) && (
        <RegionMarks regions={fill.info.regions} frame={derived.map.frame} view={projection.view} colours={colours} />
      )}
      {regions && <MovedBorders borders={recipe.edges.borders ?? []} {...{ projection, colours }} />}
      {doubtful && (
        <DoubtMarks doubtful={doubtful} frame={derived.map.frame} view={projection.view} colours={colours} />
      )}
      <GapMarks derived={derived} projection={projection} colours={colours} />
      <StrokeMarks
        strokes={recipe.edges.strokes ?? []}
        quiet={tool.brush !== undefined}
        {...{ selected, projection, colours }}
      />
    </>
  );
}
