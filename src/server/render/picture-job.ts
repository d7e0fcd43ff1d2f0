import type { MessagePort } from "node:worker_threads";
import type { Size } from "@/core/geometry";
import type { Layer, StepKernel } from "@/core/course";
import {
  CELL,
  type CompiledMap,
  type KernelName,
  type Raster,
  STEPS,
  type SettledRecipe,
  type Steps,
  WorkRooms,
  compile,
  marginOf,
  resampleBand,
  resultChannels,
  scaleOf,
  widened,
  worked,
} from "@/core/render";
import { type FoundBend, handOver } from "@/core/shape";
import {
  Engine,
  type EngineSamples,
  type Kernel,
  type MemoryPlan,
  STEP_MEMORY,
  samplesIn,
  stepKernelOf,
} from "@/core/render/engine";

/** What to make of a picture; small enough to be handed to every thread. */
export interface PictureJob {
  /** With its frame fixed, so that every thread compiles the very same map without searching again. */
  readonly recipe: SettledRecipe;
  readonly size: Size;
  readonly alpha: boolean;
  readonly kernel: KernelName;
  /** What the recipe's marks were found to come to, by what they depend on, so that no thread looks again. */
  readonly bend?: { readonly key: string; readonly found: FoundBend };
  /** Laid over the resampled picture, the first beneath. Their samples lie in memory that threads share. */
  readonly layers?: readonly Layer[];
  /** Rows of a band, a multiple of BAND_ROWS, as bandRows says; absent: BAND_ROWS. */
  readonly bandRows?: number;
}

/** The map of a job. @param steps of the chain; the product's unless told otherwise. */
export function mapOfJob({ recipe, size, bend }: PictureJob, steps: Steps = STEPS): CompiledMap {
  if (bend) handOver(bend.key, bend.found);
  return compile(recipe, size, null, steps);
}

/** Rows beyond a band that the job's steps look at; null where nothing is done to what has been resampled. */
export const marginOfJob = ({ layers }: Pick<PictureJob, "layers">, map: CompiledMap): number | null =>
  map.raster.length === 0 && !layers?.length ? null : marginOf(map.raster, scaleOf(map));

/** Rows that a band worked on takes at most, its margin included. */
export const scratchRows = (margin: number | null, rows: number): number =>
  margin === null ? 0 : rows + 2 * margin + CELL;

/** Bands whose margins are made twice are up to so many rows high, and of so many bytes. */
const MOST_ROWS = 8 * 64;
const MOST_BYTES = 12 << 20;

/** Rows for a job's bands: the wider the margins that are made twice, the more. @param rowBytes of the result. */
export function bandRows(margin: number | null, rowBytes: number): number {
  if (!margin) return BAND_ROWS;
  const wanted = Math.min(MOST_ROWS, Math.max(4 * BAND_ROWS, 8 * margin), MOST_BYTES / rowBytes);
  return BAND_ROWS * Math.max(1, Math.floor(wanted / BAND_ROWS));
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
  | { readonly kind: "plain"; readonly source: Raster; readonly target: EngineSamples; readonly output: Size };

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

let ownSteps: StepKernel | null = null;
/** This thread's kernel for steps on pixels; all modules are of one build. */
export function stepsBy(module: WebAssembly.Module): StepKernel {
  if (ownSteps) return ownSteps;
  const memory = new WebAssembly.Memory(STEP_MEMORY);
  return (ownSteps = stepKernelOf(kernelOf(module, memory), memory));
}

/** Makes a band of a job; where its pixels end up is the way's affair. */
type MakeBand = (map: CompiledMap, y: number, rows: number, slot: number) => void;

export function bandMaker({ job, way, lane }: Omit<LaneTask, "control" | "port">): MakeBand {
  const resample = way.kind === "plain" ? plainBands(job, way) : engineBands(job, way, lane);
  const rooms = new WorkRooms();
  return (map, y, rows, slot) => {
    const margin = marginOfJob(job, map);
    if (margin === null) return resample.into(map, y, rows, resample.room(y, rows, slot));
    const wide = widened(y, rows, map.output[1], margin, CELL);
    const scratch = resample.scratch(wide.rows);
    resample.into(map, wide.y, wide.rows, scratch);
    const [width, channels] = [map.output[0], resample.channels];
    const scale = scaleOf(map);
    const kept = [wide.above, wide.above + rows] as const;
    const kernel = way.kind === "engine" ? stepsBy(way.module) : undefined;
    const place = { x: map.frame[0], y: map.frame[1] + wide.y / scale, scale, rows: kept, kernel };
    const raster = { data: scratch, width, height: wide.rows, channels };
    const { data } = worked(raster, map.raster, job.layers ?? [], place, rooms);
    const row = width * channels;
    resample.room(y, rows, slot).set(data.subarray(wide.above * row, (wide.above + rows) * row));
  };
}

/** Resampling into samples, and where those of a band have their room. */
interface Resampling {
  readonly channels: 1 | 2 | 3 | 4;
  /** @param target rows · width · channels samples that `room` or `scratch` gave. */
  into(map: CompiledMap, y: number, rows: number, target: EngineSamples): void;
  /** Where a band of the result lies. */
  room(y: number, rows: number, slot: number): EngineSamples;
  /** Room for a band on its way there. */
  scratch(rows: number): EngineSamples;
}

function plainBands({ kernel, alpha }: PictureJob, { source, target, output }: Way & { kind: "plain" }): Resampling {
  const channels = resultChannels(source.channels, alpha);
  const row = output[0] * channels;
  return {
    channels,
    into: (map, y, rows, band) => resampleBand(source, { map, kernel, alpha, y, rows }, band),
    room: (y, rows) => target.subarray(y * row, (y + rows) * row),
    scratch: (rows) => new (target.constructor as Uint8ArrayConstructor)(rows * row),
  };
}

function engineBands(
  job: PictureJob,
  { module, memory: { buffer }, memory, plan }: Way & { kind: "engine" },
  lane: number,
): Resampling {
  let engine: Engine | null = null;
  const { sampleBytes, resultChannels: channels, lanes, out } = plan;
  const row = plan.output[0] * channels;
  const { slots, scratch } = lanes[lane]!;
  const at = (address: number, rows: number): EngineSamples => samplesIn(sampleBytes, buffer, address, rows * row);
  return {
    channels,
    into: (map, y, rows, target) => {
      engine ??= new Engine(kernelOf(module, memory), buffer, plan, { ...job, map }, lane);
      engine.band(y, rows, target.byteOffset);
    },
    room: (y, rows, slot) => at(slots[slot] ?? out + y * row * sampleBytes, rows),
    scratch: (rows) => at(scratch, rows),
  };
}

/** The band that lies in a slot. */
export function bandIn(
  { memory, plan }: Way & { kind: "engine" },
  lane: number,
  { index, slot }: Ready,
  bandRows = BAND_ROWS,
): Raster<EngineSamples> {
  const [width, whole] = plan.output;
  const height = Math.min(bandRows, whole - index * bandRows);
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
export function workLane(task: LaneTask, steps: Steps = STEPS): void {
  const { job, control, lane, port } = task;
  const map = mapOfJob(job, steps);
  const make = bandMaker(task);
  const most = job.bandRows ?? BAND_ROWS;
  const height = map.output[1];
  const stopped = (): boolean => Atomics.load(control, CONTROL.stop) !== 0;
  for (let turn = 0; !stopped(); turn++) {
    const slot = turn % SLOTS;
    if (port)
      while (!stopped() && Atomics.load(control, slotAt(lane, slot)) === 1)
        Atomics.wait(control, slotAt(lane, slot), 1, 50);
    const index = Atomics.add(control, CONTROL.next, 1);
    const y = index * most;
    if (y >= height || stopped()) return;
    const rows = Math.min(most, height - y);
    make(map, y, rows, slot);
    if (port) {
      Atomics.store(control, slotAt(lane, slot), 1);
      port.postMessage({ index, slot } satisfies Ready);
    } else Atomics.add(control, CONTROL.rows, rows);
  }
}
