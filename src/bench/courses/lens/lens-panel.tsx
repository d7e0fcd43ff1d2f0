"use client";

import { say } from "@/language";
import { useDeferredValue } from "react";
import type { Photo } from "@/client";
import { useBench } from "@/client/bench-store";
import { cornerBow, isStitched } from "@/core/lens";
import type { Recipe } from "@/core/recipe";
import { Fold, fixed } from "@/ui";
import type { Derived } from "../../derived";
import { OwnEdgesCard } from "../../own-edges/own-edges-card";
import { CourseSwitch } from "../course-switch";
import { BowFields } from "./bow-fields";
import { FocalField } from "./focal-field";
import { LensCurves } from "./lens-curves";
import { LightFields } from "./light-fields";
import { ProfilePart } from "./profiles/profile-part";
import { ProjectionPart } from "./projection-part";
import { useLensSamples } from "./use-lens-samples";
import { TracePart } from "./traces/trace-part";

const ORIGIN: Record<Recipe["lens"]["from"], string> = {
  none: "",
  profile: say("by profile"),
  traced: say("from traced edges"),
  "by-hand": say("set by hand"),
  "own-edges": say("by the picture's own edges"),
  metadata: say("as the picture says itself"),
};

/** Course 1: what the lens did, from a profile, from traces, or by hand. */
export function LensPanel({ photo, derived }: { photo: Photo; derived: Derived }) {
  const { recipe, size } = useBench();
  const { lens } = recipe;
  const samples = useLensSamples(photo);
  // The curves follow when there is time; the picture comes first.
  const curved = useDeferredValue(lens);
  const unit = Math.hypot(size[0], size[1]) / 2;
  return (
    <>
      <OwnEdgesCard photo={photo} />
      <CourseSwitch title={say("Lens")} course="lens" />
      <ProjectionPart photo={photo} derived={derived} />
      {!isStitched(lens.model) && (
        <>
          <ProfilePart photo={photo} />
          <p className="ruled border-b px-3.5 py-2" data-testid="lens-state">
            {lens.from === "none"
              ? say("Nothing set yet. Where edges bow outwards the bow is below zero: barrel.")
              : say("Bow at the corner {bow} %, {origin}.", {
                  bow: fixed(cornerBow(lens.k, lens.amount), 2),
                  origin: ORIGIN[lens.from],
                })}
          </p>
          <TracePart photo={photo} derived={derived} />
          <div className="px-3.5 py-2">
            <BowFields />
            <FocalField photo={photo} />
          </div>
          <Fold id="lens-curves" title={say("Curves")}>
            <div className="px-3.5">
              <LensCurves lens={curved} unit={unit} focal={derived.recipe.camera.focalPx / unit} samples={samples} />
            </div>
          </Fold>
        </>
      )}
      <div className="px-3.5 py-2">
        <LightFields photo={photo} />
      </div>
    </>
  );
}
