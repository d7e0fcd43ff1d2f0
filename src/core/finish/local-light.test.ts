import type { Raster } from "../course";
import { NO_FINISH, boxMean, guidedBase, lightOf, localFactor, localLightStep, shrunkPlane } from ".";
import { randomFrom } from "../testing";

const W = 320;
const H = 240;
const place = { x: 0, y: 0, scale: 1 };

/** A dark room with a bright window, fine stripes over both. */
function room(stripes = 0): Raster<Uint8Array> {
  const data = new Uint8Array(W * H * 3);
  for (let y = 0; y < H; y++)
    for (let x = 0; x < W; x++) {
      const v = (x < W / 2 ? 60 : 215) + (x % 4 < 2 ? stripes : -stripes);
      data.fill(v, 3 * (y * W + x), 3 * (y * W + x) + 3);
    }
  return { data, width: W, height: H, channels: 3 };
}
function run(source: Raster<Uint8Array>, change: { bright?: number; dark?: number }, at = place): Uint8Array {
  const target = source.data.slice();
  localLightStep({ finish: { ...NO_FINISH, ...change } }, at.scale)!.run(source, target, at);
  return target;
}
const at = (data: Uint8Array, x: number, y: number): number => data[3 * (y * W + x)]!;

test("dark parts are lifted, bright ones held back, each alone; nothing glows beside the edge between them", () => {
  const source = room();
  const lifted = run(source, { dark: 0.6 });
  expect(lightOf(at(lifted, 60, 120) / 255) / lightOf(60 / 255)).toBeGreaterThan(1.4);
  // The window stays as it was up to its very edge, and the wall is lifted alike up to its own.
  for (const x of [W / 2 + 2, W / 2 + 10, W / 2 + 40])
    expect(Math.abs(at(lifted, x, 120) - 215)).toBeLessThanOrEqual(2);
  for (const x of [W / 2 - 3, W / 2 - 10, W / 2 - 40])
    expect(Math.abs(at(lifted, x, 120) - at(lifted, 60, 120))).toBeLessThanOrEqual(6);
  const held = run(source, { bright: -0.6 });
  expect(at(held, 260, 120)).toBeLessThan(195);
  expect(at(held, 60, 120)).toBe(60);
});

test("what is within a part keeps its contrast", () => {
  const source = room(6);
  const lifted = run(source, { dark: 0.6 });
  const ratio = (data: Uint8Array): number => lightOf(at(data, 80, 120) / 255) / lightOf(at(data, 82, 120) / 255);
  expect(Math.abs(ratio(lifted) / ratio(source.data) - 1)).toBeLessThan(0.08);
});

test("made in bands it is the same as made at once", () => {
  const source = room(10);
  const whole = run(source, { dark: 0.5, bright: -0.5 });
  const reach = localLightStep({ finish: { ...NO_FINISH, dark: 0.5 } }, 1)!.reach;
  for (const y of [0, 96, 160]) {
    const first = Math.max(0, Math.floor((y - reach) / 16) * 16);
    const last = Math.min(H, y + 64 + reach);
    const part = { ...source, data: source.data.slice(3 * W * first, 3 * W * last), height: last - first };
    const made = run(part, { dark: 0.5, bright: -0.5 }, { x: 0, y: first, scale: 1 });
    for (let j = y; j < Math.min(H, y + 64); j += 5)
      for (let x = 0; x < W; x += 7) expect(Math.abs(at(made, x, j - first) - at(whole, x, j))).toBeLessThanOrEqual(1);
  }
});

test("of a delivery at another size bands are the very same too, made with the margin that is asked for", () => {
  const source = room(10);
  // A bright part just further away than eight pixels of the plane to a block would have asked for.
  source.data.fill(250, 0, 3 * W * 88);
  for (const scale of [0.3, 0.5, 2]) {
    const step = localLightStep({ finish: { ...NO_FINISH, dark: 0.7 } }, scale)!;
    const whole = source.data.slice();
    step.run(source, whole, { x: 0, y: 0, scale });
    const [from, to] = [130, 150];
    const margin = Math.ceil(step.reach * scale);
    const [first, last] = [Math.max(0, from - margin), Math.min(H, to + margin)];
    const part = { ...source, data: source.data.slice(3 * W * first, 3 * W * last), height: last - first };
    const made = part.data.slice();
    step.run(part, made, { x: 0, y: first / scale, scale });
    for (let j = from; j < to; j++)
      for (let x = 0; x < W; x += 7) expect(Math.abs(at(made, x, j - first) - at(whole, x, j))).toBeLessThanOrEqual(1);
  }
});

test("the base keeps edges, smooths what is faint, and of a plain picture is it", () => {
  const random = randomFrom(2);
  const faint = {
    data: Float32Array.from({ length: 4096 }, () => 0.5 + 0.02 * (random() - 0.5)),
    width: 64,
    height: 64,
  };
  const base = guidedBase(shrunkPlane(faint, 2, 0, 0), 5, 0.06 ** 2);
  expect(Math.max(...base.a)).toBeLessThan(0.05);
  const mean = boxMean(faint, 3);
  const direct = (x: number, y: number): number => {
    let [sum, n] = [0, 0];
    for (let j = Math.max(0, y - 3); j <= Math.min(63, y + 3); j++)
      for (let i = Math.max(0, x - 3); i <= Math.min(63, x + 3); i++, n++) sum += faint.data[j * 64 + i]!;
    return sum / n;
  };
  for (const [x, y] of [[0, 0], [1, 40], [30, 30], [63, 63], [62, 2]] as const) expect(mean[y * 64 + x]).toBeCloseTo(direct(x, y), 5); // prettier-ignore
  expect(localFactor(0.5, 1, 1)).toBe(1);
  expect(localFactor(1, -0.5, 1)).toBeLessThan(1);
  expect(localLightStep({ finish: NO_FINISH }, 1)).toBeNull();
});
