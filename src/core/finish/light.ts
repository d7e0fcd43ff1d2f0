import { fromLinear, toLinear } from "../course";

/** sRGB's numbers ↔ light, 0…1 and beyond; below nothing as a mirror image. */
export const lightOf = (v: number): number => (v < 0 ? -toLinear(-v) : toLinear(v));

export const numberOf = (light: number): number => (light < 0 ? -fromLinear(-light) : fromLinear(light));

/** The same for the graphics card, from nothing up. */
export const LIGHT_SHADER = `vec3 lightOf(vec3 v) { return mix(v / 12.92, pow((v + 0.055) / 1.055, vec3(2.4)), step(0.04045, v)); }
vec3 numberOf(vec3 v) { return mix(v * 12.92, 1.055 * pow(max(v, 1e-6), vec3(1.0 / 2.4)) - 0.055, step(0.0031308, v)); }`;

/** Shares of red, green and blue in the light that is seen (IEC 61966-2-1's primaries). */
export const SEEN = [0.2126, 0.7152, 0.0722] as const;
