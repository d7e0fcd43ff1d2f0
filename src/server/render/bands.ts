import { readFile } from "node:fs/promises";
import { type CompiledMap, type Raster, STEPS, type Steps, resultChannels } from "@/core/render";
import {
  type EngineSamples,
  type MemoryPlan,
  type SampleBytes,
  planMemory,
  samplesIn,
  writeSharedTables,
  continueSource,
  writeSourceRows,
} from "@/core/render/engine";
import { inSlices } from "../running/slices";
import {
  BAND_ROWS,
  type PictureJob,
  SLOTS,
  type Way,
  bandMaker,
  kernelOf,
  mapOfJob,
  marginOfJob,
  scratchRows,
} from "./picture-job";

export type Pixels = EngineSamples;

/** Takes a finished band, which is good until the promise is kept. @param index counted from the top. */
export type TakeBand = (band: Raster<Pixels>, index: number) => Promise<void>;

export interface RunHooks {
  readonly signal?: AbortSignal;
  readonly onRows: (rows: number) => void;
  /** The source lies where the threads read it, and they begin. */
  readonly onReady?: () => void;
  /** Where given, bands are handed out as they are made, and the picture as a whole may not be kept. */
  readonly takeBand?: TakeBand;
}

/** Makes pictures from pixels in memory: here, or in threads. */
export interface BandRunner {
  /**
   * @param source let go of once its samples have been copied to where threads read them: its data are empty then.
   * @returns output rows · width · channels samples; null where all bands have been handed out instead.
   * @throws the signal's reason when cancelled.
   */
  make(job: PictureJob, source: Raster<Pixels>, hooks: RunHooks): Promise<Pixels | null>;
  /** Pixels that were returned are not read any more: their memory may be used for the next picture. */
  done(pixels: Pixels): void;
  /** A picture is coming that steps on pixels will be run on: whatever can be made ready while it is being read. */
  prepare?(): void;
  close(): Promise<void>;
}

/** Rows of the source put in place at once. */
const SOURCE_ROWS = 16;

/** Samples that have been copied to where the threads read them: nobody else does, and they take much memory. */
export function letGo(source: Raster<Pixels>): void {
  (source as { data: Pixels }).data = samplesIn(bytesOf(source.data), new ArrayBuffer(0), 0, 0);
}

const bytesOf = (pixels: Pixels): SampleBytes => pixels.BYTES_PER_ELEMENT as SampleBytes;
export const samples = (like: Pixels, count: number): Pixels =>
  samplesIn(bytesOf(like), new SharedArrayBuffer(count * like.BYTES_PER_ELEMENT), 0, count);

export const resultLength = (map: CompiledMap, source: Raster, alpha: boolean): number =>
  map.output[0] * map.output[1] * resultChannels(source.channels, alpha);

/** The reference in the calling thread, letting other work through between bands; for small pictures and tests. */
export const inThisThread: BandRunner = inThisThreadBy(STEPS);

/** The same with a chain of its own, for tests. */
export function inThisThreadBy(steps: Steps): BandRunner {
  return {
    make: (job, source, hooks) => makeHere(job, source, hooks, steps),
    done: () => undefined,
    close: async () => undefined,
  };
}

async function makeHere(
  job: PictureJob,
  source: Raster<Pixels>,
  { signal, onRows }: RunHooks,
  steps: Steps,
): Promise<Pixels> {
  const map = mapOfJob(job, steps);
  const target = samples(source.data, resultLength(map, source, job.alpha));
  const make = bandMaker({ job, way: { kind: "plain", source, target, output: map.output }, lane: 0 });
  const most = job.bandRows ?? BAND_ROWS;
  for (let y = 0; y < map.output[1]; y += most) {
    signal?.throwIfAborted();
    const rows = Math.min(most, map.output[1] - y);
    make(map, y, rows, 0);
    onRows(rows);
    await new Promise((resolve) => setImmediate(resolve));
  }
  return target;
}

/** The kernel compiled, once for a process. @param file kernel.wasm. */
export function kernelModule(file: string): Promise<WebAssembly.Module> {
  const module = readFile(file).then((bytes) => WebAssembly.compile(bytes));
  // Whoever needs it is told; nobody may need it.
  module.catch(() => undefined);
  return module;
}

/** Puts a source in place in the kernel's memory; its samples are let go of then. */
export async function engineWay(
  module: WebAssembly.Module,
  memory: WebAssembly.Memory,
  plan: MemoryPlan,
  source: Raster<Pixels>,
): Promise<Way & { kind: "engine" }> {
  writeSharedTables(memory.buffer, plan);
  const kernel = kernelOf(module, memory);
  await inSlices(source.height, SOURCE_ROWS, (from, to) =>
    writeSourceRows(kernel, memory.buffer, plan, source.data, from, to),
  );
  continueSource(memory.buffer, plan);
  letGo(source);
  return { kind: "engine", module, memory, plan };
}

/** The engine's plan for a picture, or null where only the reference can make it: beyond the engine's memory. */
export function planFor(
  map: CompiledMap,
  source: Raster<Pixels>,
  job: PictureJob,
  lanes: number,
  handedOut: boolean,
): MemoryPlan | null {
  const { channels, data, width, height } = source;
  const sourceAlpha = channels === 2 || channels === 4;
  const rows = job.bandRows ?? BAND_ROWS;
  return planMemory(
    {
      size: [width, height],
      sampleBytes: bytesOf(data),
      channels: channels <= 2 ? 1 : 3,
      sourceAlpha,
      resultChannels: resultChannels(channels, job.alpha),
      output: map.output,
    },
    lanes,
    handedOut ? { rows, slots: SLOTS } : null,
    scratchRows(marginOfJob(job, map), rows),
  );
}
