/** sRGB's displayed values and their light (IEC 61966-2-1), 0…1: the formulas, and tables between them for whole pictures. */
export const toLinear = (v: number): number => (v <= 0.04045 ? v / 12.92 : ((v + 0.055) / 1.055) ** 2.4);
export const fromLinear = (v: number): number => (v <= 0.0031308 ? v * 12.92 : 1.055 * v ** (1 / 2.4) - 0.055);

const STEPS = 4096;
const lights = Float64Array.from({ length: STEPS + 2 }, (_, i) => toLinear(i / STEPS));
// Over the root of the light, where the curve is nearly straight.
const roots = Float64Array.from({ length: STEPS + 2 }, (_, i) => fromLinear((i / STEPS) ** 2));

/** Light of a displayed value: by a table between 0 and 1, by the formula beyond. */
export function toLight(v: number): number {
  if (v <= 0) return v / 12.92;
  if (v >= 1) return toLinear(v);
  const at = v * STEPS;
  const i = at | 0;
  return lights[i]! + (lights[i + 1]! - lights[i]!) * (at - i);
}

/** The displayed value of a light; see toLight. */
export function fromLight(v: number): number {
  if (v <= 0) return 12.92 * v;
  if (v >= 1) return fromLinear(v);
  const at = Math.sqrt(v) * STEPS;
  const i = at | 0;
  return roots[i]! + (roots[i + 1]! - roots[i]!) * (at - i);
}

/** The light of #rrggbb. */
export const lightOfHex = (hex: string): [number, number, number] =>
  [1, 3, 5].map((i) => toLinear(parseInt(hex.slice(i, i + 2), 16) / 255)) as [number, number, number];
