import type { Size } from "@/core/geometry";
import type { CompiledMap, KernelName, Raster, SettledRecipe } from "@/core/render";
import { compile, resampleBand } from "@/core/render";
import { type JpegOptions, encodeStrip } from "../image/encode";
import { Engine, type Kernel, type MemoryPlan } from "@/core/render/engine";

/** What to make of a picture; small enough to be handed to every thread. */
export interface PictureJob {
  /** With its frame fixed, so that every thread compiles the very same map without searching again. */
  readonly recipe: SettledRecipe;
  readonly size: Size;
  readonly alpha: boolean;
  readonly kernel: KernelName;
  /** Bands are encoded as strips of a JPEG as soon as they are made; null: the pixels are wanted. */
  readonly strips: JpegOptions | null;
}

/** Rows per band: a multiple of the cells' side, small enough to cancel quickly. */
export const BAND_ROWS = 64;
/** Bands a lane may have on their way into the encoder while it makes the next. */
export const SLOTS = 3;

/** Numbers that the threads of one picture share: next band, rows finished, whether to stop. */
export const CONTROL = { next: 0, rows: 1, stop: 2, length: 3 } as const;

/** How a thread gets at the pixels: the engine's memory, or plain samples for the reference. */
export type Way =
  | {
      readonly kind: "engine";
      readonly module: WebAssembly.Module;
      readonly memory: WebAssembly.Memory;
      readonly plan: MemoryPlan;
    }
  | { readonly kind: "plain"; readonly source: Raster; readonly target: Uint8Array | Uint16Array };

export interface LaneTask {
  readonly job: PictureJob;
  readonly way: Way;
  readonly lane: number;
  readonly control: Int32Array;
}

export const kernelOf = (module: WebAssembly.Module, memory: WebAssembly.Memory): Kernel =>
  new WebAssembly.Instance(module, { env: { memory } }).exports as unknown as Kernel;

/** Makes a band of a job; where its pixels end up is the way's affair. */
type MakeBand = (map: CompiledMap, y: number, rows: number, slot: number) => Raster<Uint8Array | Uint16Array>;

export function bandMaker({ job, way, lane }: Omit<LaneTask, "control">): MakeBand {
  if (way.kind === "plain")
    return (map, y, rows) => {
      const [width, height] = map.output;
      const stride = way.target.length / height;
      const data = way.target.subarray(y * stride, (y + rows) * stride);
      resampleBand(way.source, { map, kernel: job.kernel, alpha: job.alpha, y, rows }, data);
      return { data, width, height: rows, channels: (stride / width) as 1 | 2 | 3 | 4 };
    };
  const { module, memory, plan } = way;
  const rowBytes = plan.output[0] * plan.resultChannels * plan.sampleBytes;
  let engine: Engine | null = null;
  return (map, y, rows, slot) => {
    engine ??= new Engine(kernelOf(module, memory), memory.buffer, plan, { ...job, map }, lane);
    const at = plan.lanes[lane]!.slots[slot] ?? plan.out + y * rowBytes;
    engine.band(y, rows, at);
    const bytes = rows * rowBytes;
    const data =
      plan.sampleBytes === 1 ? new Uint8Array(memory.buffer, at, bytes) : new Uint16Array(memory.buffer, at, bytes / 2);
    return { data, width: plan.output[0], height: rows, channels: plan.resultChannels };
  };
}

export interface Strip {
  readonly index: number;
  readonly jpeg: Uint8Array;
}

/** Works off bands until none is left or it is told to stop: what one thread does for one picture. */
export async function workLane(task: LaneTask): Promise<Strip[]> {
  const { job, control, way } = task;
  const map = compile(job.recipe, job.size);
  const make = bandMaker(task);
  const height = map.output[1];
  const strips = way.kind === "engine" ? job.strips : null;
  const done: Strip[] = [];
  const free = Array.from({ length: SLOTS }, (_, slot) => Promise.resolve(slot));
  const finish = (rows: number): void => void Atomics.add(control, CONTROL.rows, rows);
  while (Atomics.load(control, CONTROL.stop) === 0) {
    const index = Atomics.add(control, CONTROL.next, 1);
    const y = index * BAND_ROWS;
    if (y >= height) break;
    const rows = Math.min(BAND_ROWS, height - y);
    const slot = await free.shift()!;
    const raster = make(map, y, rows, slot);
    if (!strips) {
      finish(rows);
      free.push(Promise.resolve(slot));
      continue;
    }
    const encoded = encodeStrip(raster, strips).then((jpeg) => {
      done.push({ index, jpeg });
      finish(rows);
      return slot;
    });
    // A failure is thrown where the slot is waited for; until then it must not count as unhandled.
    encoded.catch(() => undefined);
    free.push(encoded);
  }
  await Promise.all(free);
  return done;
}
