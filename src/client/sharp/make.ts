import type { Rect } from "@/core/geometry";
import { AS_SHOT, compile, planeWindow } from "@/core/render";
import { Engine, type Kernel, planMemory, writeSharedTables, writeSource } from "@/core/render/engine";
import type { SharpOrder } from "./order";

/** More of the original than this is not read for one strip: the view then shows most of it, and the preview will do. */
const MOST_PIXELS = 24e6;

/** Brings red, green and blue of a part of the photo, in row order. */
export type FetchPart = (part: Rect) => Promise<Uint8Array>;

/** One memory, as large as anything has needed so far. */
let memory: { readonly pages: number; readonly buffer: ArrayBufferLike; readonly kernel: Kernel } | null = null;

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
 * @returns red, green, blue and alpha in row order; null where it shows nothing of the photo, or too much of it.
 */
export async function makeSharp(
  module: WebAssembly.Module,
  { photo, recipe, plane, output }: SharpOrder,
  fetchPart: FetchPart,
): Promise<Uint8ClampedArray<ArrayBuffer> | null> {
  const size = [photo.width, photo.height] as const;
  // Where the frame lies does not matter here, and looking for the best takes long.
  const map = recipe
    ? compile({ ...recipe, frame: { ...recipe.frame, on: false } }, size)
    : { toRecorded: AS_SHOT.toRecorded, optics: null };
  const found = planeWindow(map, plane, output, size);
  if (!found || found.part[2] * found.part[3] > MOST_PIXELS) return null;
  const data = await fetchPart(found.part);
  const plan = planMemory(
    { size: [found.part[2], found.part[3]], sampleBytes: 1, channels: 3, resultChannels: 4, output },
    1,
  );
  if (!plan) return null;
  const { buffer, kernel } = memoryOf(module, plan.pages);
  writeSharedTables(buffer, plan);
  writeSource(kernel, buffer, plan, data);
  new Engine(kernel, buffer, plan, { map: found.map, kernel: "lanczos3", alpha: true }, 0).band(0, output[1], plan.out);
  // Copied out of shared memory, which a picture's data may not lie in.
  return new Uint8ClampedArray(new Uint8ClampedArray(buffer, plan.out, output[0] * output[1] * 4));
}
