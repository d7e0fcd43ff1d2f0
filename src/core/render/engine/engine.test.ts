import { many } from "../../soak.testing";
import fc from "fast-check";
import { type Recipe, emptyRecipe } from "../../recipe";
import { randomFrom } from "../../testing";
import { compile, resampleBand, resultChannels, settle } from "..";
import { type EngineSource, byEngine } from "./by-engine.testing";
import { wholeWeights } from "./weight-tables";

type Kind = "u8" | "u16" | "f32";
/** The brightest sample; and how far engine and reference may lie apart: one level of 255, and more only where positions rounded to other 512ths of a pixel lie over the hardest edge. */
const FULL = { u8: 255, u16: 65535, f32: 1 } as const;
const APART = { u8: 1, u16: 300, f32: 0.005 } as const;
const ARRAYS = { u8: Uint8Array, u16: Uint16Array, f32: Float32Array } as const;
/** A share of full as a sample. */
const sample = (kind: Kind, share: number): number =>
  kind === "f32" ? Math.fround(share) : Math.round(FULL[kind] * share);

/** Blocks, stripes and noise: edges in all directions, colours that differ, nothing smooth to hide in. */
function busy(kind: Kind, channels: 1 | 3, width = 150, height = 110): EngineSource {
  const random = randomFrom(11);
  const data = new ARRAYS[kind](width * height * channels);
  for (let y = 0, i = 0; y < height; y++)
    for (let x = 0; x < width; x++)
      for (let c = 0; c < channels; c++, i++) {
        const block = ((x >> 3) + (y >> 4) * (c + 1)) % 3 === 0 ? 0.9 : 0.1;
        data[i] = sample(kind, Math.min(1, Math.max(0, block + 0.25 * (random() - 0.5))));
      }
  return { data, width, height, channels };
}

function both(source: EngineSource, recipe: Recipe, kernel: "cubic" | "lanczos3", alpha: boolean) {
  const size = [source.width, source.height] as const;
  const map = compile(settle(recipe, size), size);
  const channels = resultChannels(source.channels, alpha);
  const reference = new (source.data.constructor as typeof Uint8Array)(map.output[0] * map.output[1] * channels);
  resampleBand(source, { map, kernel, alpha, y: 0, rows: map.output[1] }, reference);
  return { reference, made: byEngine(source, { map, kernel, alpha }), map, channels };
}

const worstOf = (a: ArrayLike<number>, b: ArrayLike<number>): number => {
  expect(a.length).toBe(b.length);
  let worst = 0;
  for (let i = 0; i < a.length; i++) worst = Math.max(worst, Math.abs(a[i]! - b[i]!));
  return worst;
};

const recipes = fc
  .record({
    pitch: fc.double({ min: -25, max: 30, noNaN: true }),
    yaw: fc.double({ min: -30, max: 30, noNaN: true }),
    roll: fc.double({ min: -8, max: 8, noNaN: true }),
    k1: fc.double({ min: -0.08, max: 0.05, noNaN: true }),
    fringe: fc.constantFrom(0, 0.002),
    light: fc.constantFrom(0, -0.6),
    calm: fc.constantFrom(0, 0.8),
    gaps: fc.boolean(),
  })
  .map(({ pitch, yaw, roll, k1, fringe, light, calm, gaps }) => {
    const recipe = emptyRecipe();
    recipe.camera.focalPx = 140;
    Object.assign(recipe.lens, { from: "by-hand", k: [k1, 0, 0], calm: { purple: calm, green: calm } });
    recipe.lens.fringes = { ...recipe.lens.fringes, red: [fringe, -fringe], blue: [-fringe, fringe / 2] };
    recipe.lens.vignetting = { ...recipe.lens.vignetting, v: [light, 0, 0], amount: 1 };
    Object.assign(recipe.attitude, { from: "by-hand", pitch, yaw, roll });
    if (gaps) Object.assign(recipe.frame, { rule: "free", rect: [-40, -30, 230, 170] });
    return recipe;
  });

test.each([
  ["u8", 3],
  ["u8", 1],
  ["u16", 3],
  ["u16", 1],
  ["f32", 3],
  ["f32", 1],
] as const)(
  "the engine and its reference agree within one level of 255, whatever the recipe (%s, %i channels)",
  (type, channels) => {
    const source = busy(type, channels);
    fc.assert(
      fc.property(recipes, fc.constantFrom("cubic", "lanczos3" as const), fc.boolean(), (recipe, kernel, alpha) => {
        const { reference, made } = both(source, recipe, kernel as "cubic" | "lanczos3", alpha);
        expect(worstOf(reference, made)).toBeLessThanOrEqual(APART[type]);
      }),
      { numRuns: many(25, 6), seed: 4 },
    );
  },
);

test.each([
  ["u8", 3],
  ["u8", 1],
  ["u16", 3],
  ["u16", 1],
  ["f32", 3],
  ["f32", 1],
] as const)("the identity recipe returns the identical pixels (%s, %i channels)", (type, channels) => {
  const source = busy(type, channels);
  for (const kernel of ["cubic", "lanczos3"] as const) {
    const { made } = both(source, emptyRecipe(), kernel, false);
    expect(worstOf(made, source.data)).toBe(0);
  }
});

test.each([90, 180, -90])("turned by %i° every pixel is one of the original's", (roll) => {
  const side = 96;
  const source = busy("u8", 3, side, side);
  const recipe = emptyRecipe();
  Object.assign(recipe.attitude, { from: "by-hand", roll });
  const { made, map } = both(source, recipe, "lanczos3", false);
  expect(map.output).toEqual([side, side]);
  const out = new Float64Array(3);
  let others = 0;
  for (let y = 0; y < side; y++)
    for (let x = 0; x < side; x++) {
      map.toRecorded(map.frame[0] + x + 0.5, map.frame[1] + y + 0.5, out);
      const from = (Math.floor(out[1]!) * side + Math.floor(out[0]!)) * 3;
      for (let c = 0; c < 3; c++) if (made[(y * side + x) * 3 + c] !== source.data[from + c]) others++;
    }
  expect(others).toBe(0);
});

test("band-limited pictures come out as they really are there: 48 dB and more, cubic, 52, Lanczos", () => {
  const wave = (x: number, y: number): number =>
    128 + 60 * Math.sin(x * 0.35 + y * 0.11) + 40 * Math.cos(y * 0.41 - x * 0.07);
  const [width, height] = [300, 200];
  const data = new Uint8Array(width * height * 3);
  for (let i = 0; i < width * height; i++)
    for (let c = 0; c < 3; c++)
      data[3 * i + c] = Math.round(wave((i % width) + 0.5 + 9 * c, Math.floor(i / width) + 0.5));
  const recipe = emptyRecipe();
  recipe.camera.focalPx = 280;
  recipe.lens.k = [-0.03, 0, 0];
  Object.assign(recipe.attitude, { from: "by-hand", pitch: 5, roll: 1.3 });
  const out = new Float64Array(3);
  for (const [kernel, wanted] of [
    ["cubic", 48],
    ["lanczos3", 52],
  ] as const) {
    const { made, map } = both({ data, width, height, channels: 3 }, recipe, kernel, false);
    let [sum, count] = [0, 0];
    for (let y = 4; y < map.output[1] - 4; y++)
      for (let x = 4; x < map.output[0] - 4; x++) {
        map.toRecorded(map.frame[0] + x + 0.5, map.frame[1] + y + 0.5, out);
        if (Math.min(out[0]!, out[1]!, width - out[0]!, height - out[1]!) < 4) continue;
        for (let c = 0; c < 3; c++, count++)
          sum += (made[(y * map.output[0] + x) * 3 + c]! - wave(out[0]! + 9 * c, out[1]!)) ** 2;
      }
    expect(10 * Math.log10((255 * 255) / (sum / count))).toBeGreaterThan(wanted);
  }
});

test("at a gap's border the colour is the picture's own, so that no ground shows a fringe", () => {
  const [width, height] = [80, 60];
  const data = new Uint8Array(width * height * 3);
  for (let i = 0; i < data.length; i += 3) data.set([200, 120, 40], i);
  const recipe = emptyRecipe();
  recipe.camera.focalPx = 90;
  Object.assign(recipe.attitude, { from: "by-hand", pitch: 9, yaw: -6, roll: 4 });
  Object.assign(recipe.frame, { rule: "free", rect: [-30, -30, 140, 120] });
  const { made } = both({ data, width, height, channels: 3 }, recipe, "lanczos3", true);
  const partly: number[] = [];
  for (let i = 0; i < made.length; i += 4) {
    if (made[i + 3]! > 0) expect([made[i], made[i + 1], made[i + 2]]).toEqual([200, 120, 40]);
    if (made[i + 3]! > 0 && made[i + 3]! < 255) partly.push(made[i + 3]!);
  }
  expect(partly.length).toBeGreaterThan(50);
});

/** The busy picture with holes of all sizes, some half transparent; what is transparent has a colour of its own. */
function pierced(type: Kind, channels: 2 | 4): EngineSource {
  const colours = channels === 2 ? 1 : 3;
  const { data, width, height } = busy(type, colours);
  const all = new ARRAYS[type](width * height * channels);
  for (let i = 0; i < width * height; i++) {
    const [x, y] = [i % width, Math.floor(i / width)];
    const share = (x >> 4) % 3 === 0 ? 0 : (x + y) % 23 < 4 ? 0.4 : 1;
    for (let c = 0; c < colours; c++) all[i * channels + c] = share === 0 ? FULL[type] : data[i * colours + c]!;
    all[i * channels + colours] = sample(type, share);
  }
  return { data: all, width, height, channels };
}

test.each([
  ["u8", 4],
  ["u8", 2],
  ["u16", 4],
  ["u16", 2],
  ["f32", 4],
  ["f32", 2],
] as const)(
  "with alpha in the source they agree too, whatever lies under what is transparent (%s, %i)",
  (type, channels) => {
    const source = pierced(type, channels);
    const colours = channels - 1;
    const full = FULL[type];
    fc.assert(
      fc.property(recipes, fc.constantFrom("cubic", "lanczos3" as const), (recipe, kernel) => {
        const { reference, made } = both(source, recipe, kernel as "cubic" | "lanczos3", true);
        let [worst, worstAlpha] = [0, 0];
        for (let i = 0; i < made.length; i += channels) {
          const [a, b] = [reference[i + colours]!, made[i + colours]!];
          worstAlpha = Math.max(worstAlpha, Math.abs(a - b));
          // Against any ground a colour counts as much as its alpha.
          for (let c = 0; c < colours; c++)
            worst = Math.max(worst, Math.abs(reference[i + c]! - made[i + c]!) * Math.min(a / full, b / full));
        }
        expect(worstAlpha).toBeLessThanOrEqual(APART[type]);
        expect(worst).toBeLessThanOrEqual(1.5 * APART[type]);
      }),
      { numRuns: many(12, 4), seed: 12 },
    );
    // As it is, every pixel that can be seen comes back.
    const { made } = both(source, emptyRecipe(), "lanczos3", true);
    let worst = 0;
    for (let i = 0; i < made.length; i++) {
      const alpha = i - (i % channels) + colours;
      if (source.data[alpha]! > 0 || i === alpha) worst = Math.max(worst, Math.abs(made[i]! - source.data[i]!));
    }
    expect(worst).toBeLessThanOrEqual({ u8: 0, u16: 2, f32: 1e-6 }[type]);
  },
);

test("over the horizon, and through lenses that throw it far out, nothing breaks and both agree", () => {
  const source = busy("u8", 3, 60, 40);
  fc.assert(
    fc.property(
      fc.double({ min: 40, max: 89, noNaN: true }),
      fc.double({ min: -80, max: 80, noNaN: true }),
      fc.constantFrom([0.3, 0.2, 0.1], [0, 0, 0.5], [-0.1, 0, 0], [0, 0, 0]),
      (pitch, yaw, k) => {
        const recipe = emptyRecipe();
        recipe.camera.focalPx = 30;
        Object.assign(recipe.lens, { from: "by-hand", k });
        Object.assign(recipe.attitude, { from: "by-hand", pitch, yaw });
        Object.assign(recipe.frame, { rule: "free", rect: [-60, -90, 200, 190] });
        const { reference, made } = both(source, recipe, "cubic", true);
        expect(worstOf(reference, made)).toBeLessThanOrEqual(1);
      },
    ),
    { numRuns: many(60, 12), seed: 9 },
  );
});

test("sixteen-bit ramps stay monotonic and keep their levels", () => {
  const [width, height] = [400, 40];
  const data = new Uint16Array(width * height);
  for (let i = 0; i < data.length; i++) data[i] = 20_000 + Math.round((i % width) * 2.5);
  const recipe = emptyRecipe();
  Object.assign(recipe.frame, { rule: "free", rect: [10.37, 8.61, 370, 20] });
  for (const kernel of ["cubic", "lanczos3"] as const) {
    const { made, map } = both({ data, width, height, channels: 1 }, recipe, kernel, false);
    const row = Array.from(made.subarray(5 * map.output[0], 6 * map.output[0]));
    for (let x = 1; x < row.length; x++) expect(row[x]!).toBeGreaterThan(row[x - 1]! - 1);
    expect(new Set(row).size).toBeGreaterThan(0.95 * row.length);
    for (const [x, v] of row.entries()) expect(Math.abs(v - (20_000 + 2.5 * (x + 10.37)))).toBeLessThan(3);
  }
});

test("floats above white and below black are kept as they are; light put right may go beyond white", () => {
  const source = busy("f32", 3);
  for (let i = 0; i < source.data.length; i += 7) source.data[i] = 6 * source.data[i]! - 0.5;
  const recipe = emptyRecipe();
  expect(worstOf(both(source, recipe, "cubic", false).made, source.data)).toBe(0);
  recipe.camera.focalPx = 140;
  recipe.lens.vignetting = { ...recipe.lens.vignetting, v: [-0.4, 0, 0], amount: 1 };
  Object.assign(recipe.attitude, { from: "by-hand", pitch: 12, yaw: 9, roll: 2 });
  const { reference, made } = both(source, recipe, "cubic", false);
  expect(Math.max(...made)).toBeGreaterThan(3);
  expect(worstOf(reference, made)).toBeLessThanOrEqual(6 * APART.f32);
});

test("a kernel's whole weights add up to one exactly, each within half a step, but for the largest", () => {
  fc.assert(
    fc.property(fc.array(fc.double({ min: 0.01, max: 1, noNaN: true }), { minLength: 4, maxLength: 16 }), (raw) => {
      const sum = raw.reduce((s, w) => s + w, 0);
      const whole = new Int16Array(raw.length);
      wholeWeights(
        Float64Array.from(raw, (w) => w / sum),
        0,
        raw.length,
        whole,
      );
      expect(whole.reduce((s, w) => s + w, 0)).toBe(1 << 14);
      for (const [i, w] of whole.entries())
        expect(Math.abs(w / (1 << 14) - raw[i]! / sum)).toBeLessThan(raw.length / (1 << 14));
    }),
  );
});
