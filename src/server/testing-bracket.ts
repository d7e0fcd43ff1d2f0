import { normalFrom, randomFrom } from "@/core/testing";
import { pictureOf } from "./testing";

/** Pixels of a made-up exposure. */
export const BRACKET_SIZE = [360, 240] as const;
const [width, height] = BRACKET_SIZE;

/** Light of a made-up place: soft blots of all sizes, so that there is something to lay on each other everywhere. */
export function scene(seed: number): Float64Array {
  const random = randomFrom(seed);
  const light = new Float64Array(width * height).fill(40);
  for (let blot = 0; blot < 260; blot++) {
    const [x0, y0, r, by] = [width * random(), height * random(), 3 + 22 * random() ** 2, 60 * (random() - 0.4)];
    for (let y = Math.max(0, Math.floor(y0 - r)); y < Math.min(height, y0 + r); y++)
      for (let x = Math.max(0, Math.floor(x0 - r)); x < Math.min(width, x0 + r); x++)
        if (Math.hypot(x - x0, y - y0) < r) light[y * width + x]! += by;
  }
  return light.map((v) => Math.max(4, v));
}

/** The scene exposed by so many times, as a file. */
export async function exposed(light: Float64Array, times: number, seed: number): Promise<Buffer> {
  const noise = normalFrom(randomFrom(seed));
  const data = new Uint8Array(3 * width * height);
  for (let i = 0; i < light.length; i++)
    for (let c = 0; c < 3; c++) data[3 * i + c] = Math.max(0, Math.min(255, Math.round(light[i]! * times + noise())));
  return pictureOf({ data, width, height, channels: 3 }).png().toBuffer();
}
