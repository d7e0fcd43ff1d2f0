import { type Size, type Vec2, TAU } from "../../geometry";
import type { LensModel } from "../lens";

/** How a stitched picture says that it is laid out; pixels of the picture. */
export interface StatedLayout {
  readonly model: Extract<LensModel, "cylindrical" | "equirectangular">;
  readonly focalPx: number;
  /** Where the level camera's axis meets it. */
  readonly centre: Vec2;
  /** How the middle of what it was stitched from was held, degrees. */
  readonly pitch: number;
  readonly roll: number;
}

/** What metadata may say of it: the Photo Sphere XMP metadata's fields, by their names there. */
export interface StatedFields {
  readonly ProjectionType: string;
  readonly FullPanoWidthPixels?: number;
  readonly FullPanoHeightPixels?: number;
  readonly CroppedAreaImageWidthPixels?: number;
  readonly CroppedAreaLeftPixels?: number;
  readonly CroppedAreaTopPixels?: number;
  readonly PosePitchDegrees?: number;
  readonly PoseRollDegrees?: number;
}

/** A picture twice as wide as high within this is a whole sphere. */
const WHOLE = 0.02;

/**
 * How a picture is laid out by what it states: the whole it was cut from goes once round. Null where that is not said, or cannot be.
 * After the Photo Sphere XMP metadata's own description of its fields.
 */
export function layoutOf(fields: StatedFields, [width, height]: Size): StatedLayout | null {
  const model = fields.ProjectionType;
  if (model !== "equirectangular" && model !== "cylindrical") return null;
  const whole = fields.FullPanoWidthPixels;
  const tall = fields.FullPanoHeightPixels;
  const posed = { pitch: fields.PosePitchDegrees ?? 0, roll: fields.PoseRollDegrees ?? 0 };
  if (whole === undefined) {
    const sphere = model === "equirectangular" && Math.abs(width / height / 2 - 1) < WHOLE;
    return sphere ? { model, focalPx: width / TAU, centre: [width / 2, height / 2], ...posed } : null;
  }
  // The file may have been made smaller since.
  const scale = width / (fields.CroppedAreaImageWidthPixels ?? Math.min(whole, width));
  const focalPx = (whole * scale) / TAU;
  const [left, top] = [fields.CroppedAreaLeftPixels ?? 0, fields.CroppedAreaTopPixels];
  const middle = tall !== undefined && top !== undefined ? (tall / 2 - top) * scale : height / 2;
  const centre: Vec2 = [(whole / 2 - left) * scale, middle];
  const sound =
    [focalPx, ...centre].every(Number.isFinite) && focalPx > width / (2 * TAU) && Math.abs(posed.pitch) < 90;
  return sound ? { model, focalPx, centre, ...posed } : null;
}
