"use client";

import { say, sayError } from "@/language";
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useRef, useState } from "react";
import { type Photo, api } from "@/client";
import { useBench } from "@/client/bench-store";
import { stateFocal } from "@/core/edits";
import { NumberField, notify } from "@/ui";

/** A full-frame sensor's longer side, mm. */
const FULL_FRAME = 36;

/** Under which name a camera's stated values are remembered: its own, or the size of its pictures. */
const cameraKey = (photo: Pick<Photo, "camera" | "width" | "height">): string =>
  photo.camera ??
  say("a camera of {width} × {height} pixels", {
    width: Math.max(photo.width, photo.height),
    height: Math.min(photo.width, photo.height),
  });

/** Focal length and sensor where the photo records neither; what is stated is remembered for the camera. */
export function StatedCameraFields({ photo }: { photo: Photo }) {
  const { recipe, size, edit, endGesture } = useBench();
  const camera = cameraKey(photo);
  const { data: remembered } = useQuery({ queryKey: ["stated", camera], queryFn: () => api.statedCamera(camera) });
  const [own, setOwn] = useState<number | null>(null);
  // What was typed last, which the state of this rendering does not hold yet when it is to be remembered.
  const typed = useRef<number | null>(null);
  const longer = Math.max(size[0], size[1]);
  const sensorMm = own ?? remembered?.sensorMm ?? FULL_FRAME;
  const { focalPx, focalFrom } = recipe.camera;
  const stated = focalFrom === "stated" && focalPx !== null;
  const focalMm = ((focalPx ?? longer) * sensorMm) / longer;
  const put = (mm: number, sensor: number): void => edit(stateFocal((mm * longer) / sensor), "focal");
  const rememberNow = useRemembering(camera, longer);
  const remember = (): void => {
    endGesture();
    rememberNow(typed.current ?? sensorMm);
  };
  return (
    <section aria-label={say("Camera")}>
      {!stated && (
        <p className="py-1">
          {say(
            "The photo records no focal length, so one is assumed. What you state here is remembered for {camera}.",
            { camera },
          )}
        </p>
      )}
      {remembered && !stated && (
        <button
          className="btn btn-sm mb-1"
          onClick={() => {
            put(remembered.focalMm, remembered.sensorMm);
            endGesture();
          }}
        >
          {say("Use {focalMm} mm on a sensor {sensorMm} mm wide, as stated last", {
            focalMm: Number(remembered.focalMm.toFixed(1)),
            sensorMm: remembered.sensorMm,
          })}
        </button>
      )}
      <NumberField
        label={stated ? say("Focal length") : say("Focal length, assumed")}
        value={focalMm}
        standard={remembered?.focalMm ?? focalMm}
        step={1}
        digits={1}
        unit="mm"
        min={1}
        max={2000}
        onChange={(mm) => put(mm, sensorMm)}
        onDone={remember}
      />
      <NumberField
        label={say("Sensor, longer side")}
        value={sensorMm}
        standard={FULL_FRAME}
        step={0.1}
        digits={1}
        unit="mm"
        min={2}
        max={150}
        onChange={(sensor) => {
          setOwn(sensor);
          typed.current = sensor;
          put(focalMm, sensor);
        }}
        onDone={remember}
      />
    </section>
  );
}

/** Remembers the focal length that was stated, for photos of the same camera. @param longer side of the photo, pixels. */
function useRemembering(camera: string, longer: number) {
  const client = useQueryClient();
  return (sensorMm: number): void => {
    const now = useBench.getState().recipe.camera;
    if (now.focalFrom !== "stated" || !now.focalPx) return;
    api
      .stateCamera({ camera, focalMm: (now.focalPx * sensorMm) / longer, sensorMm })
      .then((kept) => client.setQueryData(["stated", camera], kept))
      .catch((e: Error) =>
        notify(
          say("The focal length holds for this photo but was not remembered: {message}", { message: sayError(e) }),
          "error",
        ),
      );
  };
}
