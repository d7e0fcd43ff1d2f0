"use client";

import { tell } from "@/core/language";
import { say } from "@/language";
import type { Photo } from "@/client";
import { useBench } from "@/client/bench-store";
import { equivalentOf, focalFromMetadata } from "@/core/camera";
import { stateFocal } from "@/core/edits";
import { NumberField } from "@/ui";
import { StatedCameraFields } from "./stated-camera";

/** The focal length: the photo's own, corrected by hand; or where the photo records none, stated with the sensor. */
export function FocalField({ photo }: { photo: Photo }) {
  const { recipe, size, edit, endGesture } = useBench();
  const own = focalFromMetadata(size, { equivalent: photo.equivalentMm, focal: photo.focalMm });
  if (own.focalFrom === "assumed") return <StatedCameraFields photo={photo} />;
  const standard = equivalentOf(size, own.focalPx);
  const value = equivalentOf(size, recipe.camera.focalPx ?? own.focalPx);
  return (
    <NumberField
      label={say("Focal, 35 mm eq.")}
      value={value}
      standard={standard}
      step={1}
      digits={1}
      unit="mm"
      min={4}
      max={2000}
      onChange={(mm) =>
        edit(
          mm === standard
            ? stateFocal(own.focalPx, own.focalFrom, tell("Focal length"))
            : stateFocal((own.focalPx * mm) / standard, "stated", tell("Focal length")),
          "focal",
        )
      }
      onDone={endGesture}
    />
  );
}
