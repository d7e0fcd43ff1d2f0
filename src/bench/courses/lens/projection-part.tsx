"use client";

import { say, sayError } from "@/language";
import { useEffect, useState } from "react";
import type { Photo } from "@/client";
import { useBench } from "@/client/bench-store";
import { focalFromMetadata } from "@/core/camera";
import { fieldIs, recordedAs } from "@/core/edits";
import { FIELDS, type LensModel, fieldOfView } from "@/core/lens";
import { NumberField, Waited, fixed, notify } from "@/ui";
import type { Derived } from "../../derived";
import { measureField, stopMeasuringField } from "./measure-field";

const MODELS: readonly (readonly [LensModel, string])[] = [
  ["brown-conrady", say("by a lens, flat")],
  ["equidistant", say("by a fisheye, equidistant")],
  ["cylindrical", say("stitched, on a cylinder")],
  ["equirectangular", say("stitched, on a sphere")],
];

/** A picture wider than so many times its height looks stitched. */
const STITCHED_LOOK = 2.4;

/** How the picture was recorded, and of what no flat plane holds how far round it goes. */
export function ProjectionPart({ photo, derived }: { photo: Photo; derived: Derived }) {
  const { recipe, size, edit, endGesture } = useBench();
  const { model } = recipe.lens;
  const { measuring, measure } = useMeasuringField(photo);
  const field = fieldOfView(model, derived.recipe.camera.focalPx, size[0]);
  // A fisheye's own field is what its focal length tells; of a stitched picture nothing is known before it is said.
  const told = focalFromMetadata(size, { equivalent: photo.equivalentMm, focal: photo.focalMm });
  const own = model === "equidistant" ? fieldOfView(model, told.focalPx, size[0]) : 180;
  return (
    <section className="ruled border-b px-3.5 py-2" aria-label={say("How it was recorded")}>
      <label className="flex items-center justify-between gap-2 py-0.5">
        <span>{say("Recorded")}</span>
        <select
          className="select select-sm w-52"
          aria-label={say("How it was recorded")}
          value={model}
          onChange={(e) => edit(recordedAs(e.target.value as LensModel, size))}
        >
          {MODELS.map(([value, words]) => (
            <option key={value} value={value}>
              {words}
            </option>
          ))}
        </select>
      </label>
      {model === "brown-conrady" && size[0] > STITCHED_LOOK * size[1] && (
        <p className="pt-0.5">
          {say("So wide a picture was hardly taken at once. If it was stitched, say onto what.")}
        </p>
      )}
      {model !== "brown-conrady" && (
        <>
          <NumberField
            label={say("Field of view")}
            value={field}
            standard={own}
            step={1}
            digits={1}
            unit="°"
            min={FIELDS[model][0]}
            max={FIELDS[model][1]}
            onChange={(v) => edit(fieldIs(v, size), "field")}
            onDone={endGesture}
          />
          {measuring ? (
            <span className="flex items-center gap-2" role="status">
              {say("Looking at what is straight …")}
              <Waited />
              <button className="btn btn-ghost btn-xs ml-auto" onClick={stopMeasuringField}>
                {say("Stop")}
              </button>
            </span>
          ) : (
            <button className="btn btn-sm mt-1" onClick={() => void measure()}>
              {say("Measure by what is straight")}
            </button>
          )}
          {derived.recipe.camera.focalFrom === "assumed" && (
            <p className="pt-1">{say("How far round it goes is only assumed: state it, or have it measured.")}</p>
          )}
        </>
      )}
    </section>
  );
}

/** Measures how far round the open picture goes, puts it into the recipe, and says how well it is known. */
function useMeasuringField(photo: Photo) {
  const { recipe, size, edit } = useBench();
  const { model } = recipe.lens;
  const [measuring, setMeasuring] = useState(false);
  useEffect(() => stopMeasuringField, []);
  const measure = async (): Promise<void> => {
    if (model === "brown-conrady") return;
    setMeasuring(true);
    const { versionId } = useBench.getState();
    try {
      const found = await measureField(photo, recipe, model);
      const now = useBench.getState();
      if (found === "stopped" || now.versionId !== versionId || now.recipe.lens.model !== model) return;
      if (!found)
        notify(say("Too little in the picture is straight, long and off the horizon to tell how far round it goes."));
      else {
        edit(fieldIs(found.field, size, "solved"));
        notify(
          say("It goes {field}° round, ± {sigma}°, by what is straight in it.", {
            field: fixed(found.field, 1),
            sigma: fixed(found.sigma, 1),
          }),
        );
      }
    } catch (error) {
      notify(
        say("How far round it goes could not be measured: {message}", { message: sayError(error as Error) }),
        "error",
      );
    } finally {
      setMeasuring(false);
    }
  };
  return { measuring, measure };
}
