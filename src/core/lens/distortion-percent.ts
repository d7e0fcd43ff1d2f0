import { distortNormalised } from "./brown-conrady";
import { fisheyeRadius } from "./equidistant";
import type { LensSettings } from "./recipe-part";

/**
 * Distortion at an image height, percent of it: recorded over ideal radius less one.
 *
 * @param r image height, 1 at the corner. @param focal focal length in half diagonals, for a fisheye.
 */
export function distortionPercent(
  { k, amount, model }: Pick<LensSettings, "k" | "amount" | "model">,
  r: number,
  focal: number,
): number {
  if (r === 0) return 0;
  if (model === "equidistant") return 100 * (fisheyeRadius({ k, focal }, r) / r - 1);
  const scaled = k.map((v) => v * amount) as [number, number, number];
  return 100 * (distortNormalised({ k: scaled, p: [0, 0] }, r, 0)[0] / r - 1);
}
