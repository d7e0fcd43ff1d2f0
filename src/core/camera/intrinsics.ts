import type { Mat3, Size, Vec2 } from "../geometry";

/** Diagonal of the 36 × 24 mm picture to which "35 mm equivalent" refers, mm. */
const FULL_FRAME_DIAGONAL = Math.hypot(36, 24);

/** The 35 mm equivalent that stands in when nothing is known: a usual wide angle, mm. */
export const ASSUMED_EQUIVALENT = 24;

/** Inner geometry of a pinhole camera with square pixels, in pixels of the original. */
export interface Intrinsics {
  readonly focalPx: number;
  readonly principal: Vec2;
}

/** What a photo's metadata may say about the focal length. */
export interface FocalMetadata {
  /** 35 mm equivalent focal length, mm. */
  readonly equivalent?: number | null;
  /** Real focal length, mm. */
  readonly focal?: number | null;
  /** Sensor width and height, mm. */
  readonly sensor?: Size | null;
}

export type FocalSource = "metadata" | "stated" | "solved" | "assumed";

const positive = (v: number | null | undefined): v is number => typeof v === "number" && v > 0 && Number.isFinite(v);

/**
 * Focal length in pixels of a picture of `size`.
 *
 * The equivalent is taken over the diagonal (CIPA DCG-001): f/d = f35/43.27 mm.
 * Without it, the real focal length over the sensor's diagonal; with neither, an assumed wide angle.
 */
export function focalFromMetadata(size: Size, meta: FocalMetadata): { focalPx: number; focalFrom: FocalSource } {
  const diagonal = Math.hypot(size[0], size[1]);
  if (positive(meta.equivalent))
    return { focalPx: (meta.equivalent / FULL_FRAME_DIAGONAL) * diagonal, focalFrom: "metadata" };
  if (positive(meta.focal) && meta.sensor && positive(meta.sensor[0]) && positive(meta.sensor[1]))
    return {
      focalPx: (meta.focal / Math.hypot(meta.sensor[0], meta.sensor[1])) * diagonal,
      focalFrom: "metadata",
    };
  return { focalPx: (ASSUMED_EQUIVALENT / FULL_FRAME_DIAGONAL) * diagonal, focalFrom: "assumed" };
}

/** The 35 mm equivalent, mm, of a focal length in pixels. */
export const equivalentOf = (size: Size, focalPx: number): number =>
  (focalPx * FULL_FRAME_DIAGONAL) / Math.hypot(size[0], size[1]);

/** The centre of a picture, pixels. */
export const centreOf = (size: Size): Vec2 => [size[0] / 2, size[1] / 2];

/** K: camera frame → pixels. */
export const calibration = ({ focalPx: f, principal: [x, y] }: Intrinsics): Mat3 => [f, 0, x, 0, f, y, 0, 0, 1];

/** K⁻¹: pixels → camera frame. */
export const calibrationInverse = ({ focalPx: f, principal: [x, y] }: Intrinsics): Mat3 => [
  1 / f,
  0,
  -x / f,
  0,
  1 / f,
  -y / f,
  0,
  0,
  1,
];
