/** Fall-off towards the corners: light kept at radius r (half diagonals) is 1 + v1 r² + v2 r⁴ + v3 r⁶, in linear light. */
export type Vignetting = readonly [number, number, number];

/** Share of the light kept at radius r, half diagonals. */
export function lightKept([v1, v2, v3]: Vignetting, r: number): number {
  const s = r * r;
  return 1 + s * (v1 + s * (v2 + s * v3));
}

/** Light lost at radius r, in stops (≥ 0 where it grows darker). */
export const stopsLost = (vignetting: Vignetting, r: number): number => -Math.log2(lightKept(vignetting, r));
