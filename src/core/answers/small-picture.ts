/** A whole photo made small, as what it shows is judged by: red, green and blue of each pixel, 0…255, rows from the top. */
export interface SmallPicture {
  readonly data: Uint8Array | Uint8ClampedArray;
  readonly width: number;
  readonly height: number;
}

/** Longer side of the small picture, pixels. */
export const SMALL_SIDE = 480;
