export type Samples = Uint8Array | Uint8ClampedArray | Uint16Array | Float32Array;

/** Pixels in row order, channels side by side; with alpha it is the last channel, not premultiplied. */
export interface Raster<S extends Samples = Samples> {
  readonly data: S;
  readonly width: number;
  readonly height: number;
  readonly channels: 1 | 2 | 3 | 4;
}

/** The value of a sample at its brightest. */
export const peak = (s: Samples): number => (s instanceof Uint16Array ? 65535 : s instanceof Float32Array ? 1 : 255);

/** Colours beside the alpha. */
export const colourCount = (channels: Raster["channels"]): 1 | 3 => (channels <= 2 ? 1 : 3);

/** Room for samples of the same kind in a buffer. @param at bytes from its beginning. */
export function samplesLike(like: Samples, buffer: ArrayBufferLike, at: number, length: number): Samples {
  if (like.BYTES_PER_ELEMENT === 1) return new Uint8Array(buffer, at, length);
  return like.BYTES_PER_ELEMENT === 2 ? new Uint16Array(buffer, at, length) : new Float32Array(buffer, at, length);
}
