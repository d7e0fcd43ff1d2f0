"use client";

import type { Photo } from "@/client";
import { useBench } from "@/client/bench-store";
import { equivalentOf, focalFromMetadata } from "@/core/camera";
import { NumberField } from "@/ui";

/** The focal length, stated by hand where the photo does not record it or records it wrongly; reset goes back to the photo's. */
export function FocalField({ photo }: { photo: Photo }) {
  const { recipe, size, edit, endGesture } = useBench();
  const own = focalFromMetadata(size, { equivalent: photo.equivalentMm, focal: photo.focalMm });
  const standard = equivalentOf(size, own.focalPx);
  const value = equivalentOf(size, recipe.camera.focalPx ?? own.focalPx);
  return (
    <NumberField
      label={recipe.camera.focalFrom === "assumed" ? "Focal, 35 mm eq., assumed" : "Focal, 35 mm eq."}
      value={value}
      standard={standard}
      step={1}
      digits={1}
      unit="mm"
      min={4}
      max={2000}
      onChange={(mm) =>
        edit(
          "Focal length",
          (r) => {
            const back = mm === standard;
            r.camera.focalPx = back ? own.focalPx : (own.focalPx * mm) / standard;
            r.camera.focalFrom = back ? own.focalFrom : "stated";
          },
          "focal",
        )
      }
      onDone={endGesture}
    />
  );
}
