import fc from "fast-check";
import { emptyRecipe } from "../../recipe";
import { fromLinear, toLinear } from "../../course";
import { lightGain, relit } from "./optics";
import { type Raster, compile, resampleBand, settle } from "..";

const [width, height] = [160, 120];
const unit = Math.hypot(width, height) / 2;
const [cx, cy] = [width / 2, height / 2];

/** A smooth pattern of two waves, 0…1, wide enough that the kernel adds nothing of its own. */
const pattern = (x: number, y: number): number => 0.5 + 0.2 * Math.sin(x / 7) + 0.2 * Math.cos(y / 6);

function filled(at: (x: number, y: number, c: number) => number): Raster<Float32Array> {
  const data = new Float32Array(width * height * 3);
  for (let y = 0, i = 0; y < height; y++)
    for (let x = 0; x < width; x++) for (let c = 0; c < 3; c++, i++) data[i] = at(x + 0.5, y + 0.5, c);
  return { data, width, height, channels: 3 };
}

function developed(source: Raster<Float32Array>, lens: object): Float32Array {
  const recipe = emptyRecipe();
  Object.assign(recipe.lens, lens);
  recipe.frame.on = false;
  const target = new Float32Array(source.data.length);
  const map = compile(settle(recipe, [width, height]), [width, height]);
  resampleBand(source, { map, kernel: "lanczos3", y: 0, rows: height, alpha: false }, target);
  return target;
}

/** Largest difference from what is expected, away from the border. */
function worst(data: Float32Array, expected: (x: number, y: number, c: number) => number): number {
  let most = 0;
  for (let y = 12; y < height - 12; y++)
    for (let x = 12; x < width - 12; x++)
      for (let c = 0; c < 3; c++)
        most = Math.max(most, Math.abs(data[(y * width + x) * 3 + c]! - expected(x + 0.5, y + 0.5, c)));
  return most;
}

test("red and blue that a lens drew larger and smaller come to lie on green", () => {
  const fringes = { red: [0.004, 0.003], blue: [-0.005, -0.002] } as const;
  // A channel shows at radius R what green shows at r, where R = r (1 + a + b r²).
  const source = filled((x, y, c) => {
    if (c === 1) return pattern(x, y);
    const [a, b] = c === 0 ? fringes.red : fringes.blue;
    const R = Math.hypot(x - cx, y - cy) / unit;
    let r = R;
    for (let i = 0; i < 50; i++) r = R / (1 + a + b * r * r);
    const s = R > 0 ? r / R : 1;
    return pattern(cx + (x - cx) * s, cy + (y - cy) * s);
  });
  expect(worst(source.data, pattern)).toBeGreaterThan(0.01);
  expect(worst(developed(source, { fringes }), pattern)).toBeLessThan(2e-3);
});

test("dark corners are lightened to what was there, and half of it at amount 0.5", () => {
  const v = [-0.4, -0.1, 0.02] as const;
  const kept = (x: number, y: number): number => {
    const s = ((x - cx) ** 2 + (y - cy) ** 2) / unit ** 2;
    return 1 + v[0] * s + v[1] * s ** 2 + v[2] * s ** 3;
  };
  const source = filled((x, y) => fromLinear(0.4 * kept(x, y)));
  const full = fromLinear(0.4);
  expect(worst(developed(source, { vignetting: { v, amount: 1 } }), () => full)).toBeLessThan(1e-3);
  expect(
    worst(developed(source, { vignetting: { v, amount: 0.5 } }), (x, y) => fromLinear(0.4 * kept(x, y) ** 0.5)),
  ).toBeLessThan(1e-3);
});

test("no fringes and no fall-off leave the pixels alone, and a lens switched off as well", () => {
  const source = filled((x, y, c) => pattern(x + 3 * c, y));
  expect(worst(developed(source, {}), (x, y, c) => pattern(x + 3 * c, y))).toBeLessThan(1e-6);
  const off = { on: false, fringes: { red: [0.01, 0], blue: [0, 0] }, vignetting: { v: [-0.5, 0, 0], amount: 1 } };
  expect(worst(developed(source, off), (x, y, c) => pattern(x + 3 * c, y))).toBeLessThan(1e-6);
});

test("relit by table is the formula within a quarter of a 10-bit level", () => {
  fc.assert(
    fc.property(fc.double({ min: 0, max: 1, noNaN: true }), fc.double({ min: 0.3, max: 8, noNaN: true }), (v, gain) => {
      expect(Math.abs(relit(v, gain) - Math.min(1, fromLinear(toLinear(v) * gain)))).toBeLessThan(2.5e-4);
    }),
  );
});

test("a fall-off polynomial that goes to nothing is not lightened without end", () => {
  expect(lightGain({ vignetting: [-2, 0, 0], amount: 1 }, 1)).toBe(64);
});
