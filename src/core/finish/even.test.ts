import type { Raster } from "../course";
import type { Vec2 } from "../geometry";
import { NO_FINISH, evenStep, outputStep, steepened } from ".";
import { normalFrom, randomFrom } from "../testing";
import { sharpnessOf } from "./slanted-edge.testing";

const place = { x: 0, y: 0, scale: 1 };
const W = 160;
const H = 120;

/** The integral of a Gaussian of deviation 1 (Abramowitz and Stegun (1964), 7.1.26, within 1.5e-7). */
function normal(x: number): number {
  const t = 1 / (1 + 0.3275911 * (Math.abs(x) / Math.SQRT2));
  const z = x / Math.SQRT2;
  const tail =
    ((((1.061405429 * t - 1.453152027) * t + 1.421413741) * t - 0.284496736) * t + 0.254829592) * t * Math.exp(-z * z);
  return x >= 0 ? 1 - tail / 2 : tail / 2;
}

/** A slanted edge as a photo of so soft a lens shows it, stretched: 16 bits of grey. @param standing or level. */
function edge(blur: number, standing = true, noise = 0, seed = 1): Raster<Uint16Array> {
  const random = normalFrom(randomFrom(seed));
  const data = new Uint16Array(W * H);
  for (let y = 0; y < H; y++)
    for (let x = 0; x < W; x++) {
      const across = standing ? x - W / 2 - 0.09 * (y - H / 2) : y - H / 2 - 0.09 * (x - W / 2);
      const v = 0.25 + 0.45 * normal(across / blur) + noise * random();
      data[y * W + x] = Math.round(65535 * Math.min(1, Math.max(0, v)));
    }
  return { data, width: W, height: H, channels: 1 };
}

/** What a lens's blur becomes when a picture is stretched and resampled: the kernel softens as well. */
const softened = (blur: number, times: number): number => times * Math.hypot(blur, 0.2);

/** A picture stretched so many times along both axes, or one. */
const stretched =
  (x: number, y = x) =>
  (px: number, py: number, out: Float64Array): void => {
    out[0] = px / x;
    out[1] = py / y;
    out[2] = 1e9;
  };
/** What even sharpness asks of a plane: the way back. */
const planeOf = (back: ReturnType<typeof stretched>) => ({ back, forward: (p: Vec2) => p });
const made = (source: Raster<Uint16Array>, x: number, y = x, change = {}): Raster<Uint16Array> => {
  const target = source.data.slice();
  evenStep({ finish: { ...NO_FINISH, even: 1, ...change } }, planeOf(stretched(x, y)))!.run(source, target, place);
  return { ...source, data: target };
};

describe.each([0.6, 0.7, 0.9])("an edge shot with a blur of %f px", (blur) => {
  const asShot = sharpnessOf(edge(blur)).half;
  test.each([1.25, 1.6, 2, 2.45])(
    "stretched %f times is as sharp as shot within 10 %, with no more than 6 % overshoot",
    (times) => {
      for (const standing of [true, false]) {
        const soft = edge(softened(blur, times), standing);
        expect(sharpnessOf(soft, standing).half / asShot).toBeLessThan(1.05 / times);
        const { half, overshoot } = sharpnessOf(made(soft, times, times, { blur }), standing);
        expect(Math.abs(half / asShot - 1)).toBeLessThan(0.1);
        expect(overshoot).toBeLessThan(0.06);
      }
    },
  );
});

test("what is stretched one way only is given back that way only", () => {
  const standing = edge(softened(0.7, 2));
  const level = edge(0.7, false);
  expect(Math.abs(sharpnessOf(made(standing, 2, 1)).half / sharpnessOf(edge(0.7)).half - 1)).toBeLessThan(0.1);
  expect(sharpnessOf(made(level, 2, 1), false).half / sharpnessOf(level, false).half).toBeCloseTo(1, 1);
});

test("half of it is half, none is none, and what was not stretched stays to the bit", () => {
  const soft = edge(1.4);
  const [none, half, whole] = [0, 0.5, 1].map((even) =>
    even === 0 ? sharpnessOf(soft).half : sharpnessOf(made(soft, 2, 2, { even })).half,
  ) as [number, number, number];
  expect(half).toBeGreaterThan(1.2 * none);
  expect(half).toBeLessThan(0.9 * whole);
  expect(evenStep({ finish: NO_FINISH }, planeOf(stretched(2)))).toBeNull();
  expect(made(soft, 1).data).toEqual(soft.data);
  expect(made(soft, 0.6).data).toEqual(soft.data);
});

test("noise on plain surfaces grows by no more than half", () => {
  const noise = 0.006;
  const flat = (data: Uint16Array): number => {
    let sum = 0;
    let squares = 0;
    let n = 0;
    for (let y = 20; y < 100; y++)
      for (let x = 10; x < 45; x++, n++) {
        const v = data[y * W + x]! / 65535;
        sum += v;
        squares += v * v;
      }
    return Math.sqrt(squares / n - (sum / n) ** 2);
  };
  for (const times of [1.5, 2.4]) {
    const noisy = edge(0.7 * times, true, noise);
    expect(flat(made(noisy, times, times, { noise }).data) / flat(noisy.data)).toBeLessThan(1.5);
  }
});

test("sharpening for what it is delivered for: steeper, held at its edges, faint differences left, in bytes and floats alike", () => {
  const soft = edge(1);
  const step = outputStep({ finish: { ...NO_FINISH, output: { amount: 1.5, radius: 1, threshold: 0.01 } } }, 1)!;
  const target = soft.data.slice();
  step.run(soft, target, place);
  const before = sharpnessOf(soft);
  const { half, overshoot } = sharpnessOf({ ...soft, data: target });
  expect(half).toBeGreaterThan(1.15 * before.half);
  expect(overshoot).toBeLessThan(0.06);
  const bytes = { ...soft, data: Uint8Array.from(soft.data, (v) => Math.round(v / 257)) };
  const floats = { ...soft, data: Float32Array.from(soft.data, (v) => v / 65535) };
  const [b, f] = [bytes.data.slice(), floats.data.slice()];
  step.run(bytes, b, place);
  step.run(floats, f, place);
  for (let i = 0; i < f.length; i++) {
    expect(Math.abs(f[i]! - target[i]! / 65535)).toBeLessThan(3e-5);
    expect(Math.abs(b[i]! - 255 * f[i]!)).toBeLessThan(6);
  }
  expect(outputStep({ finish: NO_FINISH }, 1)).toBeNull();
});

test("colours move alike, alpha stays, and what is beside a gap is left", () => {
  const grey = edge(1.2);
  const data = new Uint8Array(W * H * 4);
  for (let i = 0; i < W * H; i++) {
    const v = grey.data[i]! / 257;
    data.set([v, v * 0.8, v * 0.5, i % W < 60 ? 0 : 255], 4 * i);
  }
  const target = data.slice();
  steepened(
    { data, width: W, height: H, channels: 4 },
    target,
    (_x, _y, out) => {
      Object.assign(out, { blurX: 1.2, blurY: 1.2, gainX: 2, gainY: 2 });
      return true;
    },
    { noise: 0.01, overshoot: 0.04 },
  );
  let moved = 0;
  for (let i = 0; i < W * H; i++) {
    expect(target[4 * i + 3]).toBe(data[4 * i + 3]);
    const by = [0, 1, 2].map((c) => target[4 * i + c]! - data[4 * i + c]!);
    if (i % W < 62) expect(by).toEqual([0, 0, 0]);
    if (by[0] !== 0) moved++;
    const inside = [0, 1, 2].every((c) => target[4 * i + c]! > 0 && target[4 * i + c]! < 255);
    if (inside) expect(Math.max(...by) - Math.min(...by)).toBeLessThanOrEqual(1);
  }
  expect(moved).toBeGreaterThan(100);
});

test("a part of a picture is made as the whole is, wherever the part begins", () => {
  // Stretched from once to twice and a half across, so that every block has its own way.
  const toRecorded = (px: number, py: number, out: Float64Array): void => {
    out[0] = px / (1 + px / 240);
    out[1] = py / (1 + py / 300);
    out[2] = 1e9;
  };
  const random = randomFrom(8);
  const source = edge(1.3, true, 0.03, 4);
  const data = source.data.map((v) => v * (0.6 + 0.4 * random()));
  const step = evenStep({ finish: { ...NO_FINISH, even: 1 } }, planeOf(toRecorded))!;
  const whole = data.slice();
  step.run({ ...source, data }, whole, { x: 100, y: 50, scale: 1 });
  for (const [left, top] of [
    [7, 5],
    [9, 13],
    [16, 0],
    [3, 31],
  ] as const) {
    // prettier-ignore
    const [w, h] = [W - left, H - top];
    const part = new Uint16Array(w * h);
    for (let j = 0; j < h; j++) part.set(data.subarray((j + top) * W + left, (j + top) * W + W), j * w);
    const made = part.slice();
    const rows = [2, h - 2] as const;
    step.run({ data: part, width: w, height: h, channels: 1 }, made, { x: 100 + left, y: 50 + top, scale: 1, rows });
    for (let j = step.reach; j < h - step.reach; j++)
      for (let i = step.reach; i < w; i++) expect(made[j * w + i]).toBe(whole[(j + top) * W + i + left]);
  }
});

test("made in bands, sharpening for an output is what it is made at once: it says how far it looks", () => {
  const step = outputStep({ finish: { ...NO_FINISH, output: { amount: 1.5, radius: 1.6, threshold: 0 } } }, 1)!;
  const whole = edge(0.8, false, 0.03);
  const at = { ...place, y: 0 };
  const made = whole.data.slice();
  step.run(whole, made, at);
  const kept = 60;
  const rows = kept + Math.ceil(step.reach);
  const band = { ...whole, height: rows, data: whole.data.slice(0, rows * W) };
  const part = band.data.slice();
  step.run(band, part, at);
  expect(part.slice(0, kept * W)).toEqual(made.slice(0, kept * W));
  expect(made.slice(0, kept * W)).not.toEqual(whole.data.slice(0, kept * W));
});
