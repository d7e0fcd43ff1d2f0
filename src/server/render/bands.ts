import { readFile } from "node:fs/promises";
import { availableParallelism } from "node:os";
import { type CompiledMap, type Raster, compile, resultChannels } from "@/core/render";
import { type MemoryPlan, planMemory, writeSharedTables, writeSource } from "@/core/render/engine";
import {
  BAND_ROWS,
  CONTROL,
  type LaneTask,
  type PictureJob,
  SLOTS,
  type Strip,
  type Way,
  bandMaker,
  kernelOf,
} from "./picture-job";

export type Pixels = Uint8Array | Uint16Array;

/** A picture's samples (rows · width · channels), or the strips of its JPEG from top to bottom. */
export type Made =
  { readonly kind: "pixels"; readonly data: Pixels } | { readonly kind: "strips"; readonly strips: readonly Buffer[] };

export interface RunHooks {
  readonly signal?: AbortSignal;
  readonly onRows: (rows: number) => void;
}

/** Makes pictures from pixels in memory: here, or in threads. */
export interface BandRunner {
  /** @throws the signal's reason when cancelled. */
  make(job: PictureJob, source: Raster<Pixels>, hooks: RunHooks): Promise<Made>;
  close(): Promise<void>;
}

/** How often the threads' progress is looked at, ms. */
const LOOK_MS = 40;

const samples = (like: Pixels, count: number): Pixels => {
  const bytes = new SharedArrayBuffer(count * like.BYTES_PER_ELEMENT);
  return like instanceof Uint16Array ? new Uint16Array(bytes) : new Uint8Array(bytes);
};

const resultLength = (map: CompiledMap, source: Raster, alpha: boolean): number =>
  map.output[0] * map.output[1] * resultChannels(source.channels, alpha);

/** The reference in the calling thread, letting other work through between bands; for small pictures and tests. */
export const inThisThread: BandRunner = {
  async make(job, source, { signal, onRows }) {
    const map = compile(job.recipe, job.size);
    const target = samples(source.data, resultLength(map, source, job.alpha));
    const make = bandMaker({ job, way: { kind: "plain", source, target }, lane: 0 });
    for (let y = 0; y < map.output[1]; y += BAND_ROWS) {
      signal?.throwIfAborted();
      const rows = Math.min(BAND_ROWS, map.output[1] - y);
      make(map, y, rows, 0);
      onRows(rows);
      await new Promise((resolve) => setImmediate(resolve));
    }
    return { kind: "pixels", data: target };
  },
  close: async () => undefined,
};

/** The engine's plan for a picture, or null where only the reference can make it: an alpha channel, or beyond its memory. */
function planFor(
  map: CompiledMap,
  source: Raster<Pixels>,
  { alpha, strips }: PictureJob,
  lanes: number,
): MemoryPlan | null {
  const { channels, data, width, height } = source;
  if (channels === 2 || channels === 4) return null;
  return planMemory(
    {
      size: [width, height],
      sampleBytes: data instanceof Uint16Array ? 2 : 1,
      channels,
      resultChannels: resultChannels(channels, alpha),
      output: map.output,
    },
    lanes,
    strips ? { rows: BAND_ROWS, slots: SLOTS } : null,
  );
}

/**
 * Works in threads, one for each core unless told otherwise, with the WebAssembly engine where it can.
 *
 * @param script path of the bundled band thread (dist/band-thread.mjs); the kernel (kernel.wasm) lies beside it.
 */
export async function inThreads(script: string, threads = availableParallelism()): Promise<BandRunner> {
  const { Piscina } = await import("piscina");
  const pool = new Piscina({ filename: script, minThreads: threads, maxThreads: threads, concurrentTasksPerWorker: 1 });
  const module = readFile(script.replace(/band-thread\.mjs$/, "kernel.wasm")).then((b) => WebAssembly.compile(b));
  module.catch(() => undefined);

  const engineWay = async (plan: MemoryPlan, source: Raster<Pixels>): Promise<Way> => {
    const memory = new WebAssembly.Memory({ initial: plan.pages, maximum: plan.pages, shared: true });
    const compiled = await module;
    writeSharedTables(memory.buffer, plan);
    writeSource(kernelOf(compiled, memory), memory.buffer, plan, source.data);
    return { kind: "engine", module: compiled, memory, plan };
  };
  const plainWay = (source: Raster<Pixels>, length: number): Way => {
    const shared = samples(source.data, source.data.length);
    shared.set(source.data);
    return { kind: "plain", source: { ...source, data: shared }, target: samples(source.data, length) };
  };

  return {
    async make(job, source, { signal, onRows }) {
      const map = compile(job.recipe, job.size);
      const length = resultLength(map, source, job.alpha);
      const plan = planFor(map, source, job, threads);
      const way = plan ? await engineWay(plan, source) : plainWay(source, length);
      const control = new Int32Array(new SharedArrayBuffer(4 * CONTROL.length));
      const stop = (): void => void Atomics.store(control, CONTROL.stop, 1);
      signal?.throwIfAborted();
      signal?.addEventListener("abort", stop, { once: true });
      let seen = 0;
      const look = (): void => {
        const rows = Atomics.load(control, CONTROL.rows);
        if (rows > seen) onRows(rows - seen);
        seen = rows;
      };
      const timer = setInterval(look, LOOK_MS);
      try {
        const lanes = Array.from({ length: threads }, (_, lane): LaneTask => ({ job, way, lane, control }));
        const strips = await Promise.all(lanes.map((task) => pool.run(task) as Promise<Strip[]>));
        signal?.throwIfAborted();
        look();
        if (way.kind === "plain") return { kind: "pixels", data: way.target };
        const { memory, plan: ours } = way;
        if (job.strips) {
          const inOrder = strips.flat().sort((a, b) => a.index - b.index);
          return {
            kind: "strips",
            strips: inOrder.map(({ jpeg }) => Buffer.from(jpeg.buffer, jpeg.byteOffset, jpeg.length)),
          };
        }
        const Kind = ours.sampleBytes === 2 ? Uint16Array : Uint8Array;
        return { kind: "pixels", data: new Kind(memory.buffer, ours.out, length) };
      } finally {
        stop();
        clearInterval(timer);
        signal?.removeEventListener("abort", stop);
      }
    },
    close: () => pool.destroy(),
  };
}
