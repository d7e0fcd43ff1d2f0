"use client";

import { say } from "@/language";
import { useBench } from "@/client/bench-store";
import { faceRatio } from "@/core/attitude";
import { lensOf } from "@/core/render";
import { fixed } from "@/ui";
import type { Derived } from "../../derived";
import { deleteFace, switchFace } from "@/core/edits";

/** The faces marked on the picture, each with its true ratio where the lines tell it. */
export function FacePart({ derived }: { derived: Derived }) {
  const bench = useBench();
  const { faces } = bench.recipe;
  if (faces.length === 0) return null;
  const { recipe, solution } = derived;
  return (
    <section className="ruled border-b px-3.5 py-2" aria-label={say("Faces")}>
      {faces.map((face, i) => {
        const wall = solution.walls.find((w) => w.lines.includes(`${face.id}:top`));
        const camera = { ...recipe.camera, focalPx: solution.focal?.focalPx ?? recipe.camera.focalPx };
        const ratio =
          wall && face.on
            ? faceRatio(camera, lensOf(recipe, bench.size), face.corners, solution.attitude, wall.heading)
            : null;
        return (
          <div key={face.id} className="flex items-center gap-2">
            <b>F{i + 1}</b>
            <span className="grow">
              {!face.on
                ? say("Put its corners where they belong.")
                : ratio === null
                  ? say("Its ratio is not determined yet.")
                  : recipe.camera.focalFrom === "assumed"
                    ? say("Width : height {ratio}, with the focal length assumed", { ratio: fixed(ratio, 3) })
                    : say("Width : height {ratio}", { ratio: fixed(ratio, 3) })}
            </span>
            <button className="btn btn-ghost btn-xs" onClick={() => bench.edit(switchFace(face.id))}>
              {face.on ? say("Off") : say("On")}
            </button>
            <button
              className="btn btn-ghost btn-xs"
              aria-label={say("Delete face F{number}", { number: i + 1 })}
              onClick={() => bench.edit(deleteFace(face.id))}
            >
              ×
            </button>
          </div>
        );
      })}
    </section>
  );
}
