import { STEPS, type Steps, resultChannels } from "@/core/render";
import { samplesIn } from "@/core/render/engine";
import { type BandRunner, type Pixels, engineWay, inThisThreadBy, kernelModule, planFor } from "./bands";
import { MemoryPool } from "./memory-pool";
import { BAND_ROWS, bandIn, bandMaker, mapOfJob } from "./picture-job";

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
      for (let y = 0, index = 0; y < height; y += BAND_ROWS, index++) {
        signal?.throwIfAborted();
        const rows = Math.min(BAND_ROWS, height - y);
        make(map, y, rows, 0);
        if (takeBand) await takeBand(bandIn(way, 0, { index, slot: 0 }), index);
        onRows(rows);
        await new Promise((resolve) => setImmediate(resolve));
      }
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
