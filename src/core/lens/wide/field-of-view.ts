import { TAU, degrees, radians } from "../../geometry";
import type { LensModel } from "../lens";

/** Fields of view that a picture can be stated to have, degrees across, by how it was recorded. */
export const FIELDS: Readonly<Record<LensModel, readonly [least: number, most: number]>> = {
  "brown-conrady": [5, 150],
  equidistant: [5, 300],
  cylindrical: [5, 360],
  equirectangular: [5, 360],
};

/** Pixels to a radian in the middle of a picture that sees so much across. @param field degrees. @param width pixels. */
export const focalOfField = (model: LensModel, field: number, width: number): number =>
  model === "brown-conrady" ? width / 2 / Math.tan(radians(field) / 2) : width / radians(field);

/** How much a picture sees across through its middle, degrees, its lens's own terms left out. */
export const fieldOfView = (model: LensModel, focalPx: number, width: number): number =>
  model === "brown-conrady" ? degrees(2 * Math.atan(width / 2 / focalPx)) : degrees(width / focalPx);

/** Whether a picture goes all the way round. */
export const isWholeTurn = (model: LensModel, focalPx: number, width: number): boolean =>
  (model === "cylindrical" || model === "equirectangular") && width >= (TAU - 1e-4) * focalPx;
