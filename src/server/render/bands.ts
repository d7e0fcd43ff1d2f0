import { readFile } from "node:fs/promises";
import { availableParallelism } from "node:os";
import { MessageChannel } from "node:worker_threads";
import type { Piscina } from "piscina";
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
import { inSlices } from "../slices";
import { MemoryPool } from "./memory-pool";
import {
  BAND_ROWS,
  CONTROL,
  type LaneTask,
  type PictureJob,
  type Ready,
  SLOTS,
  type Way,
  bandIn,
  bandMaker,
  kernelOf,
  mapOfJob,
  marginOfJob,
  scratchRows,
  slotAt,
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
  close(): Promise<void>;
}

/** Rows of the source put in place at once. */
const SOURCE_ROWS = 16;

/** Samples that have been copied to where the threads read them: nobody else does, and they take much memory. */
function letGo(source: Raster<Pixels>): void {
  (source as { data: Pixels }).data = samplesIn(bytesOf(source.data), new ArrayBuffer(0), 0, 0);
}

/** How often the threads' progress is looked at, ms. */
const LOOK_MS = 40;

const bytesOf = (pixels: Pixels): SampleBytes => pixels.BYTES_PER_ELEMENT as SampleBytes;
const samples = (like: Pixels, count: number): Pixels =>
  samplesIn(bytesOf(like), new SharedArrayBuffer(count * like.BYTES_PER_ELEMENT), 0, count);

const resultLength = (map: CompiledMap, source: Raster, alpha: boolean): number =>
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
  for (let y = 0; y < map.output[1]; y += BAND_ROWS) {
    signal?.throwIfAborted();
    const rows = Math.min(BAND_ROWS, map.output[1] - y);
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
    handedOut ? { rows: BAND_ROWS, slots: SLOTS } : null,
    scratchRows(marginOfJob(job, map)),
  );
}

/**
 * Works in threads, one for each core unless told otherwise, with the WebAssembly engine where it can.
 *
 * @param script path of the bundled band thread (dist/band-thread.mjs); the kernel (kernel.wasm) lies beside it.
 * @param steps of the chain, the same as in that thread.
 */
export async function inThreads(
  script: string,
  threads = availableParallelism(),
  steps: Steps = STEPS,
): Promise<BandRunner> {
  const { default: Piscina } = await import("piscina");
  const pool = new Piscina({
    filename: script,
    minThreads: threads,
    maxThreads: threads,
    concurrentTasksPerWorker: 1,
  });
  const module = kernelModule(script.replace(/band-thread\.mjs$/, "kernel.wasm"));
  const memories = new MemoryPool();
  /** The memories that lent pixels lie in. */
  const lent = new WeakMap<Pixels, WebAssembly.Memory>();

  const plainWay = (source: Raster<Pixels>, length: number, { output }: CompiledMap): Way => {
    const shared = samples(source.data, source.data.length);
    shared.set(source.data);
    const target = samples(source.data, length);
    const way: Way = { kind: "plain", source: { ...source, data: shared }, target, output };
    letGo(source);
    return way;
  };

  return {
    async make(job, source, { signal, onRows, onReady, takeBand }) {
      const map = mapOfJob(job, steps);
      const length = resultLength(map, source, job.alpha);
      const plan = planFor(map, source, job, threads, takeBand !== undefined);
      const way = plan
        ? await engineWay(await module, memories.take(plan.pages), plan, source)
        : plainWay(source, length, map);
      const control = new Int32Array(new SharedArrayBuffer(4 * slotAt(threads, 0)));
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
      onReady?.();
      const runLane = (lane: number): Promise<void> =>
        way.kind === "engine" && takeBand
          ? laneWithPort(pool, { job, way, lane, control }, takeBand)
          : pool.run({ job, way, lane, control, port: null } satisfies LaneTask);
      try {
        await Promise.all(Array.from({ length: threads }, (_, lane) => runLane(lane)));
        signal?.throwIfAborted();
        look();
        if (way.kind === "plain") return way.target;
        if (takeBand) {
          memories.give(way.memory);
          return null;
        }
        const pixels = samplesIn(way.plan.sampleBytes, way.memory.buffer, way.plan.out, length);
        lent.set(pixels, way.memory);
        return pixels;
      } finally {
        stop();
        clearInterval(timer);
        signal?.removeEventListener("abort", stop);
      }
    },
    done: (pixels) => {
      const memory = lent.get(pixels);
      lent.delete(pixels);
      if (memory) memories.give(memory);
    },
    close: () => pool.destroy(),
  };
}

/** One lane whose bands are taken as they come; over once it has ended and its last band has been taken. */
async function laneWithPort(
  pool: Piscina,
  task: Omit<LaneTask, "port" | "way"> & { way: Way & { kind: "engine" } },
  takeBand: TakeBand,
): Promise<void> {
  const { port1, port2 } = new MessageChannel();
  const { lane, control, way } = task;
  const taken: Promise<void>[] = [];
  let end = (): void => undefined;
  const ended = new Promise<void>((resolve) => (end = resolve));
  port1.on("message", (ready: Ready | null) => {
    if (!ready) return end();
    const band = bandIn(way, lane, ready);
    const done = takeBand(band, ready.index).then(() => {
      Atomics.add(control, CONTROL.rows, band.height);
      Atomics.store(control, slotAt(lane, ready.slot), 0);
      Atomics.notify(control, slotAt(lane, ready.slot));
    });
    done.catch(() => Atomics.store(control, CONTROL.stop, 1));
    taken.push(done);
  });
  try {
    await pool.run({ ...task, port: port2 } satisfies LaneTask, { transferList: [port2] });
    await ended;
    await Promise.all(taken);
  } finally {
    port1.close();
  }
}
