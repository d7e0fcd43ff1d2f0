import { availableParallelism } from "node:os";
import { MessageChannel } from "node:worker_threads";
import type { Piscina } from "piscina";
import { type CompiledMap, type Raster, STEPS, type Steps } from "@/core/render";
import { warmSteps } from "@/core/finish";
import { samplesIn } from "@/core/render/engine";
import {
  type BandRunner,
  type Pixels,
  type TakeBand,
  engineWay,
  kernelModule,
  letGo,
  planFor,
  resultLength,
  samples,
} from "./bands";
import { MemoryPool } from "./memory-pool";
import { CONTROL, type LaneTask, type Ready, type Way, bandIn, mapOfJob, slotAt, stepsBy } from "./picture-job";

/** How often the threads' progress is looked at, ms. */
const LOOK_MS = 40;

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

  let warming: Promise<void> | null = null;

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
    prepare: () => {
      // What is compiled well is compiled so for all threads. Once: it stays.
      warming ??= module.then((compiled) => warmSteps(stepsBy(compiled))).catch(() => undefined);
    },
    close: () => pool.destroy(),
  };
}

/** The way without the engine: the pixels lie in memory that threads share. */
function plainWay(source: Raster<Pixels>, length: number, { output }: CompiledMap): Way {
  const shared = samples(source.data, source.data.length);
  shared.set(source.data);
  const target = samples(source.data, length);
  const way: Way = { kind: "plain", source: { ...source, data: shared }, target, output };
  letGo(source);
  return way;
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
    const band = bandIn(way, lane, ready, task.job.bandRows);
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
