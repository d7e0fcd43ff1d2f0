import type { Luminance } from "./luminance";

/** A whole photo made small, as what it shows is judged by: red, green and blue of each pixel, 0…255, rows from the top. */
export interface SmallPicture {
  readonly data: Uint8Array | Uint8ClampedArray;
  readonly width: number;
  readonly height: number;
}

/** Longer side of the small picture, pixels. */
export const SMALL_SIDE = 480;

/** Its green, as a picture of its own. */
export function greenOf({ data, width, height }: SmallPicture): Luminance {
  const green = new Uint8Array(width * height);
  for (let i = 0; i < green.length; i++) green[i] = data[3 * i + 1]!;
  return { data: green, width, height, left: 0, top: 0 };
}
