import type { MessagePort } from "node:worker_threads";
import type { Size } from "@/core/geometry";
import type { CompiledMap, KernelName, Raster, SettledRecipe } from "@/core/render";
import { compile, resampleBand } from "@/core/render";
import { Engine, type EngineSamples, type Kernel, type MemoryPlan, samplesIn } from "@/core/render/engine";

/** What to make of a picture; small enough to be handed to every thread. */
export interface PictureJob {
  /** With its frame fixed, so that every thread compiles the very same map without searching again. */
  readonly recipe: SettledRecipe;
  readonly size: Size;
  readonly alpha: boolean;
  readonly kernel: KernelName;
}

/** Rows per band: a multiple of the cells' side, small enough to cancel quickly. */
export const BAND_ROWS = 64;
/** Bands a lane may have on their way into the encoder while it makes the next. */
export const SLOTS = 3;

/** Numbers that the threads of one picture share: next band, rows finished, whether to stop; then one for each slot. */
export const CONTROL = { next: 0, rows: 1, stop: 2, slots: 3 } as const;
/** Where it says whether a lane's slot holds a band (1) or is free (0). */
export const slotAt = (lane: number, slot: number): number => CONTROL.slots + lane * SLOTS + slot;

/** How a thread gets at the pixels: the engine's memory, or plain samples for the reference. */
export type Way =
  | {
      readonly kind: "engine";
      readonly module: WebAssembly.Module;
      readonly memory: WebAssembly.Memory;
      readonly plan: MemoryPlan;
    }
  | { readonly kind: "plain"; readonly source: Raster; readonly target: EngineSamples };

export interface LaneTask {
  readonly job: PictureJob;
  readonly way: Way;
  readonly lane: number;
  readonly control: Int32Array;
  /** Where bands are announced that go out one by one; null: they stay where they are. */
  readonly port: MessagePort | null;
}

export const kernelOf = (module: WebAssembly.Module, memory: WebAssembly.Memory): Kernel =>
  new WebAssembly.Instance(module, { env: { memory } }).exports as unknown as Kernel;

/** Makes a band of a job; where its pixels end up is the way's affair. */
type MakeBand = (map: CompiledMap, y: number, rows: number, slot: number) => void;

export function bandMaker({ job, way, lane }: Omit<LaneTask, "control" | "port">): MakeBand {
  if (way.kind === "plain")
    return (map, y, rows) => {
      const stride = way.target.length / map.output[1];
      const data = way.target.subarray(y * stride, (y + rows) * stride);
      resampleBand(way.source, { map, kernel: job.kernel, alpha: job.alpha, y, rows }, data);
    };
  const { module, memory, plan } = way;
  let engine: Engine | null = null;
  return (map, y, rows, slot) => {
    engine ??= new Engine(kernelOf(module, memory), memory.buffer, plan, { ...job, map }, lane);
    const rowBytes = plan.output[0] * plan.resultChannels * plan.sampleBytes;
    engine.band(y, rows, plan.lanes[lane]!.slots[slot] ?? plan.out + y * rowBytes);
  };
}

/** The band that lies in a slot. */
export function bandIn(
  { memory, plan }: Way & { kind: "engine" },
  lane: number,
  { index, slot }: Ready,
): Raster<EngineSamples> {
  const [width, whole] = plan.output;
  const height = Math.min(BAND_ROWS, whole - index * BAND_ROWS);
  const length = width * height * plan.resultChannels;
  const data = samplesIn(plan.sampleBytes, memory.buffer, plan.lanes[lane]!.slots[slot]!, length);
  return { data, width, height, channels: plan.resultChannels };
}

/** A band that lies in one of its lane's slots, ready to be taken. After the last of a lane comes null. */
export interface Ready {
  readonly index: number;
  readonly slot: number;
}

/**
 * Works off bands until none is left or it is told to stop: what one thread does for one picture. Where bands go out
 * one by one, each is announced through the port, and its slot is used again once it has been taken.
 */
export function workLane(task: LaneTask): void {
  const { job, control, lane, port } = task;
  const map = compile(job.recipe, job.size);
  const make = bandMaker(task);
  const height = map.output[1];
  const stopped = (): boolean => Atomics.load(control, CONTROL.stop) !== 0;
  for (let turn = 0; !stopped(); turn++) {
    const slot = turn % SLOTS;
    if (port)
      while (!stopped() && Atomics.load(control, slotAt(lane, slot)) === 1)
        Atomics.wait(control, slotAt(lane, slot), 1, 50);
    const index = Atomics.add(control, CONTROL.next, 1);
    const y = index * BAND_ROWS;
    if (y >= height || stopped()) return;
    const rows = Math.min(BAND_ROWS, height - y);
    make(map, y, rows, slot);
    if (port) {
      Atomics.store(control, slotAt(lane, slot), 1);
      port.postMessage({ index, slot } satisfies Ready);
    } else Atomics.add(control, CONTROL.rows, rows);
  }
}
