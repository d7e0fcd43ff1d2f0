import { lightOf, numberOf } from "./light";

const lights = new Map<number, Float32Array>();
/** The light of every whole number up to a peak. */
export function lightTable(full: number): Float32Array {
  const known = lights.get(full);
  if (known) return known;
  const made = Float32Array.from({ length: full + 1 }, (_, i) => lightOf(i / full));
  lights.set(full, made);
  return made;
}

/** Places of the tables for bytes, evenly over light: a step is a twentieth of a level where that is steepest. */
export const FINE = 65535;
export const BYTE_OF_LIGHT = Uint8Array.from({ length: FINE + 1 }, (_, i) => Math.round(255 * numberOf(i / FINE)));

/** Places in which light is looked up on its way back to numbers of 16 bits, evenly over its root, and straight between them. */
const BACK = 16384;
const BACK_TABLE = Float64Array.from({ length: BACK + 2 }, (_, i) => numberOf((i / BACK) ** 2));

/** Light → whole numbers up to a peak, rounded; what is brighter than white is white. */
export function wholeOf(full: number): (light: number) => number {
  if (full === 255) return (v) => BYTE_OF_LIGHT[v <= 0 ? 0 : v >= 1 ? FINE : (v * FINE + 0.5) | 0]!;
  return (v) => {
    if (v <= 0) return 0;
    if (v >= 1) return full;
    const at = Math.sqrt(v) * BACK;
    const i = at | 0;
    const low = BACK_TABLE[i]!;
    return (full * (low + (BACK_TABLE[i + 1]! - low) * (at - i)) + 0.5) | 0;
  };
}
