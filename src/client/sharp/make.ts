import type { Rect, Size } from "@/core/geometry";
import { AS_SHOT, STEPS, type Steps, WorkRooms, compile, marginOf, planeWindow, worked } from "@/core/render";
import type { StepKernel } from "@/core/course";
import {
  Engine,
  type Kernel,
  planMemory,
  STEP_MEMORY,
  stepKernelOf,
  writeSharedTables,
  writeSource,
} from "@/core/render/engine";
import type { SharpOrder } from "./order";

/** More of the original than this is not read for one strip: the view then shows most of it, and the preview will do. */
const MOST_PIXELS = 24e6;

/** Brings red, green and blue of a part of the photo, in row order. */
export type FetchPart = (part: Rect) => Promise<Uint8Array>;

/** One memory, as large as anything has needed so far. */
let memory: { readonly pages: number; readonly buffer: ArrayBufferLike; readonly kernel: Kernel } | null = null;

let ownSteps: StepKernel | null = null;
const rooms = new WorkRooms();

function stepsBy(module: WebAssembly.Module): StepKernel {
  const made = new WebAssembly.Memory(STEP_MEMORY);
  const calls = new WebAssembly.Instance(module, { env: { memory: made } }).exports as unknown as Kernel;
  return stepKernelOf(calls, made);
}

function memoryOf(module: WebAssembly.Module, pages: number) {
  if (memory && memory.pages >= pages) return memory;
  const made = new WebAssembly.Memory({ initial: pages, maximum: pages, shared: true });
  const kernel = new WebAssembly.Instance(module, { env: { memory: made } }).exports as unknown as Kernel;
  memory = { pages, buffer: made.buffer, kernel };
  return memory;
}

/**
 * Makes a window by the WebAssembly engine, in the calling thread.
 *
 * @param steps of the chain; the product's unless told otherwise.
 * @returns red, green, blue and alpha in row order; null where it shows nothing of the photo, or too much of it.
 */
export async function makeSharp(
  module: WebAssembly.Module,
  { photo, recipe, layers = [], plane, output }: SharpOrder,
  fetchPart: FetchPart,
  steps: Steps = STEPS,
): Promise<Uint8ClampedArray<ArrayBuffer> | null> {
  const size = [photo.width, photo.height] as const;
  // Where the frame lies does not matter here, and looking for the best takes long.
  const map = recipe
    ? compile({ ...recipe, frame: { ...recipe.frame, rule: "free", rect: null } }, size, null, steps)
    : { toRecorded: AS_SHOT.toRecorded, optics: null, raster: [] };
  const scale = output[0] / plane[2];
  const margin = marginOf(map.raster, scale);
  const wide: Size = [output[0] + 2 * margin, output[1] + 2 * margin];
  const around = margin / scale;
  const widePlane: Rect = [plane[0] - around, plane[1] - around, wide[0] / scale, wide[1] / scale];
  const found = planeWindow(map, widePlane, wide, size);
  if (!found || found.part[2] * found.part[3] > MOST_PIXELS) return null;
  const data = await fetchPart(found.part);
  const plan = planMemory(
    { size: [found.part[2], found.part[3]], sampleBytes: 1, channels: 3, resultChannels: 4, output: wide },
    1,
  );
  if (!plan) return null;
  const { buffer, kernel } = memoryOf(module, plan.pages);
  writeSharedTables(buffer, plan);
  writeSource(kernel, buffer, plan, data);
  new Engine(kernel, buffer, plan, { map: found.map, kernel: "lanczos3", alpha: true }, 0).band(0, wide[1], plan.out);
  const raster = {
    data: new Uint8Array(buffer, plan.out, wide[0] * wide[1] * 4),
    width: wide[0],
    height: wide[1],
    channels: 4,
  } as const;
  if (map.raster.length > 0) ownSteps ??= stepsBy(module);
  const place = { x: widePlane[0], y: widePlane[1], scale, kernel: ownSteps ?? undefined };
  const { data: made } = worked(raster, map.raster, layers, place, rooms);
  // Copied out of shared memory, which a picture's data may not lie in, and without what was only looked at.
  const result = new Uint8ClampedArray(output[0] * output[1] * 4);
  for (let row = 0; row < output[1]; row++) {
    const from = ((row + margin) * wide[0] + margin) * 4;
    result.set(made.subarray(from, from + output[0] * 4), row * output[0] * 4);
  }
  return result;
}
