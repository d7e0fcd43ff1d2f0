import { CALM_TAPS } from "../pixels/calm";
import { lightTables } from "../map/optics";
import type { Kernel } from "./kernel";
import { type EngineSamples, type MemoryPlan, PAD } from "./memory-plan";

/** Writes the tables that all lanes share. Once per memory. */
export function writeSharedTables(buffer: ArrayBufferLike, plan: MemoryPlan): void {
  const { decode, encode } = lightTables();
  new Float32Array(buffer, plan.decode, decode.length).set(decode);
  new Float32Array(buffer, plan.encode, encode.length).set(encode);
  new Float64Array(buffer, plan.taps, 2 * CALM_TAPS.length).set(CALM_TAPS.flat());
}

/** Takes interleaved samples (rows · width · channels, alpha the last of them) apart into the kernel's planes, row by row, and pads them. */
export function writeSource(kernel: Kernel, buffer: ArrayBufferLike, plan: MemoryPlan, samples: EngineSamples): void {
  writeSourceRows(kernel, buffer, plan, samples, 0, plan.size[1]);
  continueSource(buffer, plan);
}

/** The same for some of the rows; once all are there, continueSource continues them up and down. */
export function writeSourceRows(
  kernel: Kernel,
  buffer: ArrayBufferLike,
  plan: MemoryPlan,
  samples: EngineSamples,
  from: number,
  to: number,
): void {
  const { size, channels, sampleBytes, planeBytes, sourceAlpha, stride, planes, staging } = plan;
  const [width] = size;
  const row = width * planes.length;
  const bytes = new Uint8Array(samples.buffer, samples.byteOffset, samples.byteLength);
  const stage = new Uint8Array(buffer, staging, row * sampleBytes);
  const split = { 1: kernel.split8, 2: kernel.split16, 4: kernel.split32 }[sampleBytes];
  const premultiply = { 1: kernel.premultiply8, 2: kernel.premultiply16, 4: kernel.premultiply32 }[sampleBytes];
  const rowBytes = stride * planeBytes;
  for (let y = from; y < to; y++) {
    stage.set(bytes.subarray(y * row * sampleBytes, (y + 1) * row * sampleBytes));
    const [r, g, b, a] = planes.map((p) => p + y * rowBytes);
    if (!sourceAlpha) split(staging, width, channels, r!, g ?? r!, b ?? r!);
    else if (channels === 1) premultiply(staging, width, 1, r!, r!, r!, g!);
    else premultiply(staging, width, 3, r!, g!, b!, a!);
    for (const p of planes) kernel.padRow(p + y * rowBytes, width, PAD, planeBytes);
  }
}

/** Continues the planes beyond their first and last rows. */
export function continueSource(buffer: ArrayBufferLike, plan: MemoryPlan): void {
  const { size, planeBytes, stride, planes } = plan;
  const rowBytes = stride * planeBytes;
  const all = new Uint8Array(buffer);
  for (const plane of planes) {
    const start = plane - PAD * planeBytes;
    const last = start + (size[1] - 1) * rowBytes;
    for (let i = 1; i <= PAD; i++) {
      all.copyWithin(start - i * rowBytes, start, start + rowBytes);
      all.copyWithin(last + i * rowBytes, last, last + rowBytes);
    }
  }
}
