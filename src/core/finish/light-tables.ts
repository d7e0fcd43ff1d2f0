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
let bytes: Uint8Array | null = null;
/** The byte of light, for each of those places; made when it is first asked for. */
export function byteOfLight(): Uint8Array {
  if (bytes) return bytes;
  bytes = new Uint8Array(FINE + 1);
  // From where one byte begins to where the next does: 256 powers, not one for each place.
  for (let byte = 0, n = 0; byte < 256; byte++) {
    const end = byte === 255 ? FINE + 1 : Math.ceil(FINE * lightOf((byte + 0.5) / 255));
    bytes.fill(byte, n, end);
    n = end;
  }
  return bytes;
}

/** Places in which light is looked up on its way back to numbers of 16 bits, evenly over its root, and straight between them. */
const BACK = 16384;
let backs: Float64Array | null = null;
const backTable = (): Float64Array =>
  (backs ??= Float64Array.from({ length: BACK + 2 }, (_, i) => numberOf((i / BACK) ** 2)));

/** Light → whole numbers up to a peak, rounded; what is brighter than white is white. */
export function wholeOf(full: number): (light: number) => number {
  if (full === 255) {
    const byte = byteOfLight();
    return (v) => byte[v <= 0 ? 0 : v >= 1 ? FINE : (v * FINE + 0.5) | 0]!;
  }
  const back = backTable();
  return (v) => {
    if (v <= 0) return 0;
    if (v >= 1) return full;
    const at = Math.sqrt(v) * BACK;
    const i = at | 0;
    const low = back[i]!;
    return (full * (low + (back[i + 1]! - low) * (at - i)) + 0.5) | 0;
  };
}
