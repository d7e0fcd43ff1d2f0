import type { Layer, RasterStep, Samples } from "../../course";
import { STEPS, type Steps } from "./steps";

/** Steps and layers that exist only in tests; nothing outside tests imports this. */

/** How far apart the places lie that crispen looks at, pixels of the plane. */
const APART = 3;

/** Sets a pixel off against the mean of four others some way off, up and down, left and right. */
export const crispen = (amount: number): RasterStep => ({
  name: `crispen ${amount}`,
  reach: APART,
  run: ({ data, width, height, channels }, target: Samples, { scale }) => {
    const far = Math.round(APART * scale);
    const clampTo = (i: number, n: number): number => Math.min(n - 1, Math.max(0, i));
    for (let y = 0; y < height; y++)
      for (let x = 0; x < width; x++)
        for (let c = 0; c < channels; c++) {
          const at = (px: number, py: number): number =>
            data[(clampTo(py, height) * width + clampTo(px, width)) * channels + c]!;
          const own = at(x, y);
          const mean = (at(x - far, y) + at(x + far, y) + at(x, y - far) + at(x, y + far)) / 4;
          const colour = c < 3 && channels !== 2;
          const made = colour ? own + amount * (own - mean) : own;
          target[(y * width + x) * channels + c] =
            target instanceof Float32Array ? made : Math.max(0, Math.min(255, made));
        }
  },
  shader: {
    source: `vec4 stepped(ivec2 at) {
      int far = int(round(${APART.toFixed(1)} * scale));
      vec4 own = texel(at);
      vec4 mean = (texel(at + ivec2(-far, 0)) + texel(at + ivec2(far, 0)) + texel(at + ivec2(0, -far)) + texel(at + ivec2(0, far))) / 4.0;
      return vec4(own.rgb + amount * (own.rgb - mean.rgb), own.a);
    }`,
    numbers: { amount },
  },
});

/** The product's chain with that step in it. */
export const MADE_UP_STEPS: Steps = { ...STEPS, raster: [() => crispen(0.4), () => crispen(-0.2)] };

/** A layer half seen through at its left, opaque at its right. @param rect whole pixels of the plane. */
export function madeUpLayer(rect: Layer["rect"], shared = false): Layer {
  const [, , width, height] = rect;
  const bytes = width * height * 4;
  const data = new Uint8Array(shared ? new SharedArrayBuffer(bytes) : new ArrayBuffer(bytes));
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++)
      data.set([200, (40 + 3 * y) % 256, (5 * x) % 256, Math.min(255, 60 + 4 * x)], (y * width + x) * 4);
  return { name: `made up ${rect.join(" ")}`, rect, raster: { data, width, height, channels: 4 } };
}
