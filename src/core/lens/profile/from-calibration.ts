import type { Size } from "../../geometry";
import type { Calibration } from "../chart";
import { asStored, orientationOf } from "../orientation";
import type { LensProfile } from "./schema";

/** A profile of one focal length from a measured camera. */
export function profileFromCalibration(
  { k, p, centre, size, focalPx, rmsPx }: Pick<Calibration, "k" | "p" | "centre" | "size" | "focalPx" | "rmsPx">,
  about: {
    readonly lens: string | null;
    readonly camera: string | null;
    readonly focalMm: number | null;
    readonly equivalentMm: number | null;
    /** EXIF orientation of the pictures it was measured on; absent: as stored. */
    readonly orientation?: number;
  },
): LensProfile {
  const unit = Math.hypot(size[0], size[1]) / 2;
  const equivalent = about.equivalentMm ?? (focalPx / unit) * (Math.hypot(36, 24) / 2);
  const focalMm = about.focalMm ?? equivalent;
  const diagonal = (Math.hypot(36, 24) * focalMm) / equivalent;
  const [w, h] = longFirst(size);
  const offset: [number, number] = [(centre[0] - size[0] / 2) / unit, (centre[1] - size[1] / 2) / unit];
  const onSensor = asStored({ p: [p[0], p[1]], centre: offset }, orientationOf(about.orientation));
  const scale = diagonal / Math.hypot(w, h);
  return {
    format: "flat-stone-lens",
    version: 1,
    name: `${about.lens ?? "Lens"} at ${Number(focalMm.toFixed(1))} mm, from charts`,
    lens: about.lens ? [about.lens] : [],
    camera: about.camera ? [about.camera] : [],
    sensor: { width: Number((w * scale).toFixed(3)), height: Number((h * scale).toFixed(3)) },
    model: "brown-conrady",
    distortion: [
      {
        focalMm,
        focusM: null,
        k: [k[0], k[1], k[2]],
        p: [...onSensor.p],
        centre: [...onSensor.centre],
      },
    ],
    fringes: [],
    vignetting: [],
    notes: `Measured from charts; corners miss by ${rmsPx.toFixed(2)} px, focal length ${focalPx.toFixed(1)} px.`,
  };
}

const longFirst = ([w, h]: Size): Size => (w >= h ? [w, h] : [h, w]);
