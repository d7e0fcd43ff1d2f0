import type { Raster, Samples, StepKernel } from "../../course";
import { SEEN } from "../light";
import { FINE, byteOfLight, lightTable } from "../light-tables";
import type { Tone } from "./tone";
import * as record from "./tone-record";

/** Where the kernel's record and tables lie. */
const RECORD = 1024;
const LIGHTS = RECORD + record.RECORD_BYTES;
const FACTORS = LIGHTS + 256 * 4;
/** Places of the curve, evenly over the root of light up to the brightest that white becomes. */
const PLACES = 4096;
const BYTES = FACTORS + (PLACES + 4) * 4;
/** Pixels that one call works on. */
const AT_ONCE = 4096;
const DATA = BYTES + FINE + 17;

const rooted = new WeakMap<object, Float32Array>();
/** What a curve makes of light up to `top`, as a factor, over the root of light; made once for a curve. */
function factorsOf(curve: (light: number) => number, top: number): Float32Array {
  const known = rooted.get(curve);
  if (known) return known;
  const made = Float32Array.from({ length: PLACES + 2 }, (_, i) => {
    const light = top * (Math.max(0.5, i) / PLACES) ** 2;
    return curve(light) / light;
  });
  rooted.set(curve, made);
  return made;
}

/**
 * Tone on colours in bytes by the kernel: the same within a level. @param white the light that white has after the gains.
 * @returns false where it has no room for the raster; nothing is done then.
 */
export function tonedByKernel(
  kernel: StepKernel,
  { data, channels }: Raster,
  target: Samples,
  tone: Tone,
  white: number,
): boolean {
  // Four pixels are worked on at once: the last four may be no pixels at all.
  const count = Math.ceil(data.length / channels / 4) * 4;
  const buffer = kernel.memory(DATA + count * channels);
  if (!buffer) return false;
  const own = new Uint8Array(buffer, DATA, data.length);
  own.set(data);
  new Float32Array(buffer, LIGHTS, 256).set(lightTable(255));
  new Uint8Array(buffer, BYTES, FINE + 1).set(byteOfLight());
  const top = Math.max(1, white);
  if (tone.curve) new Float32Array(buffer, FACTORS, PLACES + 2).set(factorsOf(tone.curve, top));
  const view = new DataView(buffer, RECORD, record.RECORD_BYTES);
  view.setInt32(record.CHANNELS, channels, true);
  view.setInt32(record.LIGHTS, LIGHTS, true);
  view.setInt32(record.BYTES, BYTES, true);
  view.setFloat32(record.FINE, FINE, true);
  view.setInt32(record.FACTORS, tone.curve ? FACTORS : 0, true);
  // A hair less, so that the brightest of all lies before the last place.
  view.setFloat32(record.PLACES, (PLACES - 0.01) / Math.sqrt(top), true);
  tone.gains.forEach((gain, c) => view.setFloat32(record.GAINS + 4 * c, gain, true));
  SEEN.forEach((weight, c) => view.setFloat32(record.SEEN + 4 * c, weight, true));
  view.setFloat32(record.SATURATION, tone.saturation, true);
  // In parts, so that a machine that compiles what is called often soon has it compiled.
  for (let done = 0; done < count; done += AT_ONCE) {
    view.setInt32(record.DATA, DATA + done * channels, true);
    view.setInt32(record.COUNT, Math.min(AT_ONCE, count - done), true);
    kernel.calls.tone8(RECORD);
  }
  target.set(own);
  return true;
}
