/** What benchmarks/engine.mjs bundles: the engine in threads, over a made-up picture and a usual recipe. */
import { emptyRecipe } from "@/core/recipe";
import { type KernelName, type Raster, compile, resampleBand, settle } from "@/core/render";
import { inThreads } from "@/server/render/in-threads";

export const recipeFor = (width: number, height: number, fringes = false) => {
  const recipe = emptyRecipe();
  recipe.camera.focalPx = width * 0.66;
  recipe.lens.k = [-0.01, 0, 0];
  if (fringes) recipe.lens.fringes = { ...recipe.lens.fringes, red: [0.0004, -0.0002], blue: [-0.0003, 0.0001] };
  Object.assign(recipe.attitude, { from: "by-hand", pitch: 14.2, yaw: 5.5, roll: -0.9 });
  return settle(recipe, [width, height], {});
};

/** Coloured blocks and ramps; the same every time. */
export function madeUpPicture(width: number, height: number): Raster<Uint8Array> & { channels: 3 } {
  const data = new Uint8Array(width * height * 3);
  for (let y = 0, i = 0; y < height; y++)
    for (let x = 0; x < width; x++, i += 3) {
      data[i] = (x * 7 + y * 3) & 255;
      data[i + 1] = (x ^ y) & 255;
      data[i + 2] = ((x * y) >> 6) & 255;
    }
  return { data, width, height, channels: 3 };
}

const job = (width: number, height: number, kernel: KernelName, fringes: boolean) => {
  const recipe = recipeFor(width, height, fringes);
  const size = [width, height] as const;
  const map = compile(recipe, size);
  const [x, y, w, h] = map.frame;
  const fixed = {
    ...recipe,
    frame: { ...recipe.frame, on: true, rule: "free" as const, rect: [x, y, w, h] as [number, number, number, number] },
  };
  return { map, job: { recipe: fixed, size, alpha: false, kernel } };
};

/** The recorded place of every pixel of the output, as two planes of f32 with pixel centres at whole numbers. */
export function mapPlanes(width: number, height: number) {
  const { map } = job(width, height, "cubic", false);
  const [w, h] = map.output;
  const [xs, ys] = [new Float32Array(w * h), new Float32Array(w * h)];
  const out = new Float64Array(3);
  for (let y = 0, i = 0; y < h; y++)
    for (let x = 0; x < w; x++, i++) {
      map.toRecorded(map.frame[0] + x + 0.5, map.frame[1] + y + 0.5, out);
      xs[i] = out[0]! - 0.5;
      ys[i] = out[1]! - 0.5;
    }
  return { width: w, height: h, xs, ys };
}

/** Best of some rounds, ms, with so many threads: with the source put into the engine's memory, and without. */
export async function engineMs(
  bundles: string,
  picture: ReturnType<typeof madeUpPicture>,
  kernel: KernelName,
  threads: number,
  { fringes = false, rounds = 9 } = {},
): Promise<{ ms: number; kernelMs: number }> {
  const runner = await inThreads(`${bundles}/band-thread.mjs`, threads);
  const { job: order } = job(picture.width, picture.height, kernel, fringes);
  const times: number[] = [];
  const alone: number[] = [];
  for (let i = 0; i < rounds; i++) {
    const began = performance.now();
    let ready = began;
    const made = await runner.make(order, picture, {
      onRows: () => undefined,
      onReady: () => void (ready = performance.now()),
    });
    times.push(performance.now() - began);
    alone.push(performance.now() - ready);
    if (made) runner.done(made);
  }
  await runner.close();
  return { ms: Math.min(...times), kernelMs: Math.min(...alone) };
}

/** The reference in plain TypeScript on one core, ms, of `rows` rows, scaled to the whole. */
export function referenceMs(picture: ReturnType<typeof madeUpPicture>, kernel: KernelName, rows = 256): number {
  const { map } = job(picture.width, picture.height, kernel, false);
  const target = new Uint8Array(map.output[0] * rows * 3);
  const times = [0, 1].map(() => {
    const began = performance.now();
    resampleBand(picture, { map, kernel, alpha: false, y: 1024, rows }, target);
    return performance.now() - began;
  });
  return (Math.min(...times) * map.output[1]) / rows;
}
