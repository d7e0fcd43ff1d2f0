import { setMaxListeners } from "node:events";
import { availableParallelism } from "node:os";
import type { Size } from "@/core/geometry";
import {
  type CompiledMap,
  type KernelName,
  type Raster,
  type Samples,
  type SettledRecipe,
  compile,
  resampleBand,
} from "@/core/render";

/** What all bands of a picture share. Its samples lie in shared memory, so handing it over costs nothing. */
export interface BandJob {
  readonly recipe: SettledRecipe;
  readonly size: Size;
  readonly source: Raster;
  readonly alpha: boolean;
  readonly kernel: KernelName;
}

export interface Band {
  readonly job: BandJob;
  readonly y: number;
  readonly rows: number;
  readonly target: Samples;
}

export interface BandHooks {
  readonly signal?: AbortSignal;
  readonly onBand: (rows: number) => void;
}

/** Works off bands: here, or in threads. */
export interface BandRunner {
  run(bands: readonly Band[], hooks: BandHooks): Promise<void>;
  close(): Promise<void>;
}

let last: { key: string; map: CompiledMap } | null = null;

/** Makes one band; the map of the last recipe is kept, since a picture's bands come one after the other. */
export function makeBand({ job, y, rows, target }: Band): void {
  const key = JSON.stringify([job.recipe, job.size]);
  if (last?.key !== key) last = { key, map: compile(job.recipe, job.size) };
  resampleBand(job.source, { map: last.map, kernel: job.kernel, y, rows, alpha: job.alpha }, target);
}

/** Works in the calling thread, letting other work through between bands; for small pictures and tests. */
export const inThisThread: BandRunner = {
  async run(bands, { signal, onBand }) {
    for (const band of bands) {
      signal?.throwIfAborted();
      makeBand(band);
      onBand(band.rows);
      await new Promise((resolve) => setImmediate(resolve));
    }
  },
  close: async () => undefined,
};

/**
 * Works in threads, one for each core unless told otherwise.
 *
 * @param script path of the bundled band thread (dist/band-thread.mjs).
 */
export async function inThreads(script: string, threads = availableParallelism()): Promise<BandRunner> {
  const { Piscina } = await import("piscina");
  const pool = new Piscina({ filename: script, minThreads: threads, maxThreads: threads, concurrentTasksPerWorker: 1 });
  return {
    async run(bands, { signal, onBand }) {
      // Each waiting band listens for the cancel.
      if (signal) setMaxListeners(bands.length + 10, signal);
      await Promise.all(
        bands.map(async (band) => {
          await pool.run(band, signal ? { signal } : {});
          onBand(band.rows);
        }),
      ).catch((error: unknown) => {
        signal?.throwIfAborted();
        throw error;
      });
    },
    close: () => pool.destroy(),
  };
}
