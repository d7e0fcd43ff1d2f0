import fc from "fast-check";
import type { Raster, Samples } from "../../course";
import {
  type FinishSettings,
  NO_FINISH,
  SEEN,
  balanceFor,
  balanceOf,
  greyAfter,
  lightOf,
  numberOf,
  toneOf,
  toneStep,
  toned,
} from "..";

const share = fc.double({ min: 0.01, max: 0.99, noNaN: true });
const colour = fc.tuple(share, share, share);
const settings = (change: Partial<FinishSettings>): FinishSettings => ({ ...NO_FINISH, ...change });
const place = { x: 0, y: 0, scale: 1 };

function run<S extends Samples>(data: S, change: Partial<FinishSettings>, channels: 1 | 2 | 3 | 4 = 3): S {
  const target = data.slice() as S;
  const raster = { data, width: data.length / channels, height: 1, channels } as Raster;
  toneStep({ finish: settings(change) })!.run(raster, target, place);
  return target;
}
const hueOf = ([r, g, b]: readonly number[]): number => Math.atan2(Math.sqrt(3) * (g! - b!), 2 * r! - g! - b!);

test("a stop more doubles light, in 16 bits and floats, within a thousandth", () => {
  for (const stops of [1, -1, 0.5]) {
    const dark = Uint16Array.from({ length: 300 }, (_, i) => 3000 + 100 * i);
    const out = run(dark, { exposure: stops });
    dark.forEach((v, i) => {
      const asked = lightOf(v / 65535) * 2 ** stops;
      if (asked < 0.98) expect(Math.abs(lightOf(out[i]! / 65535) / asked - 1)).toBeLessThan(1e-3);
    });
  }
  const floats = run(Float32Array.from([0.2, 0.5, 0.8]), { exposure: 1 });
  expect(lightOf(floats[2]!)).toBeCloseTo(2 * lightOf(0.8), 5);
});

test("a colour said to be neutral becomes so within a level, and grey keeps its light", () => {
  fc.assert(
    fc.property(fc.tuple(...[0, 1, 2].map(() => fc.integer({ min: 60, max: 200 }))), (rgb) => {
      const { warmth, tint } = balanceFor(rgb.map((v) => lightOf(v / 255)) as [number, number, number]);
      // A grey has nothing to be made neutral, and no step is made for it.
      if (Math.abs(warmth) > 3 || Math.abs(tint) > 3 || (warmth === 0 && tint === 0)) return;
      const out = run(Uint8Array.from(rgb), { warmth, tint });
      expect(Math.max(...out) - Math.min(...out)).toBeLessThanOrEqual(1);
    }),
  );
  fc.assert(
    fc.property(fc.double({ min: -3, max: 3, noNaN: true }), fc.double({ min: -3, max: 3, noNaN: true }), (w, t) => {
      const gains = balanceOf(w, t);
      expect(SEEN.reduce((s, part, i) => s + part * gains[i]!, 0)).toBeCloseTo(1, 12);
    }),
  );
});

test("settings that say nothing are no step, and change no pixel", () => {
  expect(toneStep({})).toBeNull();
  expect(toneStep({ finish: NO_FINISH })).toBeNull();
  expect(toneStep({ finish: settings({ exposure: 1, on: false }) })).toBeNull();
  expect(toneStep({ finish: settings({ curve: [[0, 0], [1, 1]] }) })).toBeNull(); // prettier-ignore
  // Through light and back, nothing done on the way: every number comes back.
  const all = Uint8Array.from({ length: 768 }, (_, i) => i / 3);
  expect(run(all, { saturation: 1e-9 })).toEqual(all);
  const fine = Uint16Array.from({ length: 65536 }, (_, i) => i);
  const back = run(fine, { exposure: 1e-12 }, 1);
  expect(back.reduce((worst, v, i) => Math.max(worst, Math.abs(v - i)), 0)).toBeLessThanOrEqual(1);
});

test("no curve, contrast or black turns a hue, nor does what becomes brighter than white", () => {
  fc.assert(
    fc.property(
      colour,
      fc.record({
        exposure: fc.double({ min: -2, max: 2, noNaN: true }),
        contrast: fc.double({ min: -1, max: 1, noNaN: true }),
        black: fc.double({ min: -0.2, max: 0.2, noNaN: true }),
        white: fc.double({ min: 0.7, max: 1.2, noNaN: true }),
        saturation: fc.double({ min: -0.9, max: 1, noNaN: true }),
      }),
      (rgb, change) => {
        const light = Float64Array.from(rgb, lightOf);
        const before = hueOf([...light]);
        const chroma = Math.max(...light) - Math.min(...light);
        toned(light, toneOf(settings(change)), true);
        expect(Math.max(...light)).toBeLessThanOrEqual(1 + 1e-12);
        const after = Math.max(...light) - Math.min(...light);
        if (chroma > 0.02 && after > 1e-3)
          expect(Math.abs(Math.sin((hueOf([...light]) - before) / 2))).toBeLessThan(1e-6);
      },
    ),
  );
});

test("contrast leaves its middle, black and white; more of it is steeper; brighter stays brighter", () => {
  for (const contrast of [-0.8, 0.3, 1]) {
    const grey = (v: number): number => greyAfter(v, settings({ contrast, mid: 0.4 }));
    expect(grey(0.4)).toBeCloseTo(0.4, 12);
    expect(grey(0)).toBe(0);
    expect(grey(1)).toBe(1);
    expect((grey(0.401) - grey(0.399)) / 0.002).toBeCloseTo(2 ** contrast, 2);
    for (let v = 0; v < 1; v += 0.01) expect(grey(v + 0.01)).toBeGreaterThanOrEqual(grey(v));
  }
  expect(greyAfter(0.1, settings({ black: 0.1, white: 0.9 }))).toBeCloseTo(0, 12);
  expect(greyAfter(0.9, settings({ black: 0.1, white: 0.9 }))).toBeCloseTo(1, 12);
  const curve: FinishSettings["curve"] = [[0, 0.05], [0.5, 0.6], [1, 0.95]]; // prettier-ignore
  for (const [from, to] of curve) expect(greyAfter(from, settings({ curve }))).toBeCloseTo(to, 9);
});

test("colours are spared that are strong already; without any they are grey", () => {
  const grey = Float64Array.from([0.5, 0.2, 0.1]);
  toned(grey, toneOf(settings({ saturation: -1 })), true);
  expect(grey[0]).toBeCloseTo(grey[2]!, 12);
  const [weak, strong] = [Float64Array.from([0.3, 0.28, 0.26]), Float64Array.from([0.5, 0.02, 0.02])];
  const ratio = (rgb: Float64Array, change: Partial<FinishSettings>): number => {
    const before = Math.max(...rgb) - Math.min(...rgb);
    toned(rgb, toneOf(settings(change)), false);
    return (Math.max(...rgb) - Math.min(...rgb)) / before;
  };
  expect(ratio(weak, { saturation: 0.5 })).toBeGreaterThan(1.4);
  expect(ratio(strong, { saturation: 0.5 })).toBeLessThan(1.05);
});

test("8 and 16 bits, floats and alpha: tables say what the formula does, alpha stays, greys stay grey", () => {
  const change = { exposure: 0.4, contrast: 0.4, warmth: 0.3, black: 0.03, saturation: 0.2 };
  fc.assert(
    fc.property(fc.array(fc.integer({ min: 0, max: 65535 }), { minLength: 4, maxLength: 4 }), (rgba) => {
      const out = run(Uint16Array.from(rgba), change, 4);
      const light = Float64Array.from(rgba.slice(0, 3), (v) => lightOf(v / 65535));
      toned(light, toneOf(settings(change)), true);
      for (let c = 0; c < 3; c++) {
        const asked = 65535 * Math.min(1, Math.max(0, numberOf(light[c]!)));
        expect(Math.abs(out[c]! - asked)).toBeLessThan(24);
      }
      expect(out[3]).toBe(rgba[3]);
    }),
  );
  const grey = run(Uint8Array.from([40, 255, 120, 7]), { exposure: 0.5 }, 2);
  expect([grey[1], grey[3]]).toEqual([255, 7]);
});
