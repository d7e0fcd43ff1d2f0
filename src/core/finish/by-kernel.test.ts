import fc from "fast-check";
import { type Raster, type Samples, peak } from "../course";
import { testKernel } from "./by-kernel.testing";
import { NO_FINISH } from "./recipe-part";
import { steepened } from "./sharpness/steepen";
import type { SteepnessAt } from "./sharpness/steepness";
import { toneStep } from "./tone/tone-step";

const kernel = testKernel();

/** Numbers that come in the same order for a seed, 0…1. */
function numbersOf(seed: number): () => number {
  let state = seed >>> 0 || 1;
  return () => (state = (Math.imul(state, 1664525) + 1013904223) >>> 0) / 2 ** 32;
}

const make = { 1: Uint8Array, 2: Uint16Array, 4: Float32Array } as const;

/** A picture of leaning edges with noise; with alpha some of it is no picture. */
function picture(bytes: 1 | 2 | 4, channels: Raster["channels"], seed: number, width = 75, height = 62): Raster {
  const next = numbersOf(seed);
  const data = new make[bytes](width * height * channels);
  const full = peak(data);
  const lean = next() - 0.5;
  const alpha = channels === 2 || channels === 4;
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++)
      for (let c = 0; c < channels; c++) {
        const bright = 0.5 + 0.05 * c + 0.3 * Math.tanh(2 * Math.sin(0.4 * (x + lean * y)));
        const value = alpha && c === channels - 1 ? (x + y < 30 ? 0 : 1) : bright + 0.02 * (next() - 0.5);
        data[(y * width + x) * channels + c] = bytes === 4 ? value : Math.round(full * value);
      }
  return { data, width, height, channels };
}

/** How far two rasters' samples are apart at most, levels of 8 bits, and the shares of those that differ, and by more than a bound. */
function compared(a: Samples, b: Samples, [from, to] = [0, a.length], bound = 1) {
  let [most, differ, over] = [0, 0, 0];
  for (let i = from; i < to; i++) {
    const by = (Math.abs(a[i]! - b[i]!) / peak(a)) * 255;
    if (by > 0) differ++;
    if (by > bound) over++;
    most = Math.max(most, by);
  }
  const all = Math.max(1, to - from);
  return { most, share: differ / all, over: over / all };
}

const KINDS = [1, 2, 4].flatMap((bytes) => [1, 2, 3, 4].map((channels) => [bytes, channels] as const));

test.each(KINDS)("edges are steepened as the reference does: %i bytes, %i channels", (bytes, channels) => {
  fc.assert(
    fc.property(
      fc.integer({ min: 1, max: 1e6 }),
      fc.double({ min: 0.3, max: 3, noNaN: true }),
      fc.double({ min: -0.9, max: 4, noNaN: true }),
      fc.tuple(fc.integer({ min: 0, max: 40 }), fc.integer({ min: 0, max: 40 })),
      fc.integer({ min: 0, max: 30 }),
      (seed, blur, gain, origin, firstRow) => {
        const source = picture(bytes as 1, channels as 3, seed);
        // Each block its own way, some not at all.
        const at: SteepnessAt = (x, y, out) => {
          if ((Math.floor(x / 16) + Math.floor(y / 16)) % 5 === 0) return false;
          out.blurX = blur;
          out.blurY = Math.max(0.3, blur * (0.5 + (x % 32) / 64));
          out.gainX = gain;
          out.gainY = gain / 2;
          return true;
        };
        const limits = { noise: 0.01, overshoot: 0.04 };
        const rows = [firstRow, source.height - 5] as const;
        const [one, other] = [source.data.slice(), source.data.slice()];
        steepened(source, one, at, limits, { rows, origin });
        steepened(source, other, at, limits, { rows, origin, kernel });
        const row = source.width * source.channels;
        const span = [rows[0] * row, rows[1] * row] as [number, number];
        const { share, over } = compared(one, other, span, bytes === 1 ? 1 : 0.02);
        // Where an edge runs at 45 degrees a last digit says which way it is followed.
        expect(over).toBeLessThan(0.002);
        if (bytes === 1) expect(share).toBeLessThan(0.005);
        // And something was done at all.
        const done = compared(one, source.data, span);
        if (gain > 0.5 && blur > 0.8) expect(done.most).toBeGreaterThan(4);
      },
    ),
    { numRuns: 12 },
  );
});

test("tone on bytes is the reference's within a level", () => {
  const between = (min: number, max: number) => fc.double({ min, max, noNaN: true });
  fc.assert(
    fc.property(
      fc.record({
        exposure: between(-2, 3),
        warmth: between(-1, 1),
        tint: between(-1, 1),
        contrast: between(-0.8, 0.8),
        black: between(0, 0.1),
        white: between(0.8, 1.2),
        saturation: between(-1, 1),
      }),
      fc.constantFrom(3 as const, 4 as const),
      fc.integer({ min: 1, max: 1e6 }),
      (change, channels, seed) => {
        const next = numbersOf(seed);
        // Not a multiple of four: the kernel takes four at once.
        const data = Uint8Array.from({ length: 4099 * channels }, () => Math.floor(256 * next()));
        const raster = { data, width: 4099, height: 1, channels };
        const step = toneStep({ finish: { ...NO_FINISH, ...change } })!;
        const [one, other] = [data.slice(), data.slice()];
        step.run(raster, one, { x: 0, y: 0, scale: 1 });
        step.run(raster, other, { x: 0, y: 0, scale: 1, kernel });
        const { most, share, over } = compared(one, other);
        // A much flatter contrast is infinitely steep at white: there a place of the tables is several levels, 7 at
        // most in 3,000 draws, for one sample in ten thousand. Elsewhere it is one or two.
        expect(most).toBeLessThanOrEqual(change.contrast < -0.5 ? 12 : 2);
        expect(over).toBeLessThan(0.0005);
        expect(share).toBeLessThan(0.02);
        if (Math.abs(change.exposure) > 0.1) expect(compared(one, data).most).toBeGreaterThan(0);
      },
    ),
    { numRuns: 60 },
  );
});

test("where the kernel has no room the reference does it", () => {
  const small = testKernel(1000);
  const source = picture(1, 3, 5);
  const at: SteepnessAt = (_x, _y, out) => {
    out.blurX = out.blurY = 0.8;
    out.gainX = out.gainY = 2;
    return true;
  };
  const [one, other] = [source.data.slice(), source.data.slice()];
  steepened(source, one, at, { noise: 0.01, overshoot: 0.04 });
  steepened(source, other, at, { noise: 0.01, overshoot: 0.04 }, { kernel: small });
  expect(other).toEqual(one);
  const step = toneStep({ finish: { ...NO_FINISH, exposure: 0.5 } })!;
  const [plain, tried] = [source.data.slice(), source.data.slice()];
  step.run(source, plain, { x: 0, y: 0, scale: 1 });
  step.run(source, tried, { x: 0, y: 0, scale: 1, kernel: small });
  expect(tried).toEqual(plain);
});
