import { STEPS, type Steps, resultChannels } from "@/core/render";
import { samplesIn } from "@/core/render/engine";
import { type BandRunner, type Pixels, engineWay, inThisThreadBy, kernelModule, planFor } from "./bands";
import { MemoryPool } from "./memory-pool";
import { BAND_ROWS, SLOTS, bandIn, bandMaker, mapOfJob } from "./picture-job";

/**
 * Works in this process's own thread with the WebAssembly engine: for pictures so small that threads would take longer to
 * start than they save. Others get their turn between bands.
 *
 * @param kernel path of kernel.wasm. @param steps of the chain.
 */
export function inProcess(kernel: string, steps: Steps = STEPS): BandRunner {
  const module = kernelModule(kernel);
  const memories = new MemoryPool();
  return {
    async make(job, source, hooks) {
      const { signal, onRows, onReady, takeBand } = hooks;
      const map = mapOfJob(job, steps);
      const plan = planFor(map, source, job, 1, takeBand !== undefined);
      if (!plan) return inThisThreadBy(steps).make(job, source, hooks);
      const channels = resultChannels(source.channels, job.alpha);
      const way = await engineWay(await module, memories.take(plan.pages), plan, source);
      const make = bandMaker({ job, way, lane: 0 });
      onReady?.();
      const height = map.output[1];
      const most = job.bandRows ?? BAND_ROWS;
      // Bands on their way out; the library takes them in threads of its own, so the next are made meanwhile.
      const taken: Promise<void>[] = [];
      try {
        for (let y = 0, index = 0; y < height; y += most, index++) {
          signal?.throwIfAborted();
          const rows = Math.min(most, height - y);
          const slot = index % SLOTS;
          await taken[slot];
          make(map, y, rows, slot);
          if (takeBand) {
            taken[slot] = takeBand(bandIn(way, 0, { index, slot }, most), index);
            // It is waited for later on; a failure is told then.
            taken[slot].catch(() => undefined);
          }
          onRows(rows);
          await new Promise((resolve) => setImmediate(resolve));
        }
      } finally {
        // Whatever happens, nobody reads the memory any more afterwards.
        await Promise.allSettled(taken);
      }
      await Promise.all(taken);
      if (takeBand) {
        memories.give(way.memory);
        return null;
      }
      const length = map.output[0] * height * channels;
      return samplesIn(plan.sampleBytes, way.memory.buffer, plan.out, length) satisfies Pixels;
    },
    done: () => undefined,
    close: async () => undefined,
  };
}
