import { toLinear } from "../course";

/**
 * Light, 0…255, of every 8-bit sRGB value (IEC 61966-2-1). Where dark meets bright a pixel holds the mean of their
 * light, not of their numbers: edges looked for in the numbers lie up to a fifth of a pixel too far on the dark side.
 */
export const LIGHT_OF_SRGB = Float32Array.from({ length: 256 }, (_, i) => 255 * toLinear(i / 255));
