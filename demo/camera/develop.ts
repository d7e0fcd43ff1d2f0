import type { LinearPicture } from "./radiance";

/** Linear up to here; above it highlights are drawn in softly. */
const SHOULDER = 0.65;

const toned = (light: number): number =>
  light <= SHOULDER
    ? Math.max(0, light)
    : SHOULDER + (1 - SHOULDER) * (1 - Math.exp(-(light - SHOULDER) / (1 - SHOULDER)));

/** IEC 61966-2-1 (sRGB). */
const encoded = (v: number): number => (v <= 0.0031308 ? 12.92 * v : 1.055 * v ** (1 / 2.4) - 0.055);

/** Tone curve and sRGB, to whole numbers up to `most` (255 or 65535); no sharpening. */
export function develop({ data }: LinearPicture, most: 255 | 65535): Uint8Array | Uint16Array {
  const out = most === 255 ? new Uint8Array(data.length) : new Uint16Array(data.length);
  for (let i = 0; i < data.length; i++) out[i] = Math.round(most * encoded(toned(data[i]!)));
  return out;
}
