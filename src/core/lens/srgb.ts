/**
 * Light, 0…255, of every 8-bit sRGB value (IEC 61966-2-1). Where dark meets bright a pixel holds the mean of their
 * light, not of their numbers: edges looked for in the numbers lie up to a fifth of a pixel too far on the dark side.
 */
export const LIGHT_OF_SRGB = Float32Array.from({ length: 256 }, (_, i) => {
  const v = i / 255;
  return 255 * (v <= 0.04045 ? v / 12.92 : ((v + 0.055) / 1.055) ** 2.4);
});
