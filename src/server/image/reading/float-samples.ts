import type { Metadata } from "../library";
import { fromLinear, toLinear } from "@/core/course";
import { inSlices } from "../../running/slices";

/**
 * Pictures of 32-bit floats hold light, in which nothing ends at white. They are worked on as what sRGB's curve makes of
 * that light, like all others, the curve going on beyond white.
 */

/** Whether a file holds light: colour in floats, as libvips takes it too. */
export const isLight = ({ depth, space }: Metadata): boolean =>
  (depth === "float" || depth === "double") && space === "scrgb";

/** Samples changed at once. */
const STEP = 30_000;

/** Light → sRGB's numbers, 1 for white, in place; below black the curve's straight foot goes on. */
export async function encodeFloats(samples: Float32Array, channels: number): Promise<void> {
  await inSlices(samples.length / channels, STEP, (from, to) =>
    eachColour(samples.subarray(from * channels, to * channels), channels, fromLinear),
  );
}

/** sRGB's numbers → light, in place. For a strip: the whole of it at once. */
export function decodeFloats(samples: Float32Array, channels: number): void {
  eachColour(samples, channels, toLinear);
}

/** Alpha, the last of two or four channels, is no light. */
function eachColour(samples: Float32Array, channels: number, change: (v: number) => number): void {
  const colours = channels <= 2 ? 1 : 3;
  for (let i = 0; i < samples.length; i += channels)
    for (let c = 0; c < colours; c++) samples[i + c] = change(samples[i + c]!);
}

function holdInto(out: Uint16Array, samples: Float32Array, from: number, to: number): void {
  for (let i = from; i < to; i++) out[i] = Math.round(65535 * Math.min(1, Math.max(0, samples[i]!)));
}

/** For formats that have no floats: 16 bits, what is above white or below black held there. For a strip. */
export function sixteenBits(samples: Float32Array): Uint16Array {
  const out = new Uint16Array(samples.length);
  holdInto(out, samples, 0, out.length);
  return out;
}

/** The same for a whole picture. */
export async function sixteenBitsOfAll(samples: Float32Array): Promise<Uint16Array> {
  const out = new Uint16Array(samples.length);
  await inSlices(out.length, 10 * STEP, (from, to) => holdInto(out, samples, from, to));
  return out;
}
