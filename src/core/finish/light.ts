/** sRGB's numbers ↔ light (IEC 61966-2-1), 0…1 and beyond; below nothing as a mirror image. */
export const lightOf = (v: number): number =>
  v < 0 ? -lightOf(-v) : v <= 0.04045 ? v / 12.92 : ((v + 0.055) / 1.055) ** 2.4;

export const numberOf = (light: number): number =>
  light < 0 ? -numberOf(-light) : light <= 0.0031308 ? light * 12.92 : 1.055 * light ** (1 / 2.4) - 0.055;

/** Shares of red, green and blue in the light that is seen (IEC 61966-2-1's primaries). */
export const SEEN = [0.2126, 0.7152, 0.0722] as const;
