import { many } from "../../soak.testing";
import fc from "fast-check";
import type { Rect, Size } from "../../geometry";
import { type Recipe, emptyRecipe } from "../../recipe";
import { randomFrom } from "../../testing";
import { type Raster, compile, planeWindow, resampleBand, settle } from "..";
import { byEngine } from "../engine/by-engine.testing";

type Photo = Raster<Uint8Array> & { readonly channels: 3 };

/** Coloured blocks with noise: nothing that a wrong place, or a border where there is none, could hide in. */
function photo(width: number, height: number): Photo {
  const random = randomFrom(5);
  const data = new Uint8Array(width * height * 3);
  for (let i = 0; i < data.length; i++) {
    const [x, y] = [Math.floor(i / 3) % width, Math.floor(i / 3 / width)];
    data[i] = 128 + (((x >> 3) + (y >> 3) + (i % 3)) % 2 ? 70 : -70) + 20 * (random() - 0.5);
  }
  return { data, width, height, channels: 3 };
}

/** What a fetch of part of the photo would bring. */
function cut({ data, width }: Photo, [left, top, w, h]: Rect): Photo {
  const part = new Uint8Array(w * h * 3);
  for (let y = 0; y < h; y++)
    part.set(data.subarray(((top + y) * width + left) * 3, ((top + y) * width + left + w) * 3), y * w * 3);
  return { data: part, width: w, height: h, channels: 3 };
}

const SIZE: Size = [320, 240];
const source = photo(...SIZE);

function tilted(pitch: number, yaw: number, k1: number, fringe: number, calm: number): Recipe {
  const recipe = emptyRecipe();
  recipe.camera.focalPx = 300;
  Object.assign(recipe.lens, { from: "by-hand", k: [k1, 0, 0], calm: { purple: calm, green: calm } });
  recipe.lens.fringes = { red: [fringe, 0], blue: [-fringe, fringe] };
  recipe.lens.vignetting = { v: [-0.4, 0, 0], amount: 1 };
  Object.assign(recipe.attitude, { from: "by-hand", pitch, yaw, roll: 1 });
  // Gaps at the photo's own borders, which must stay borders.
  Object.assign(recipe.frame, { rule: "free", rect: [-32, -32, 384, 304] });
  return recipe;
}

test("a window made from its part of the photo alone is that part of the delivery", () => {
  fc.assert(
    fc.property(
      fc.record({
        pitch: fc.double({ min: -20, max: 25, noNaN: true }),
        yaw: fc.double({ min: -20, max: 20, noNaN: true }),
        k1: fc.double({ min: -0.06, max: 0.04, noNaN: true }),
        fringe: fc.constantFrom(0, 0.004),
        calm: fc.constantFrom(0, 0.9),
        column: fc.integer({ min: 0, max: 18 }),
        row: fc.integer({ min: 0, max: 13 }),
      }),
      ({ pitch, yaw, k1, fringe, calm, column, row }) => {
        const map = compile(settle(tilted(pitch, yaw, k1, fringe, calm), SIZE), SIZE);
        const request = { map, kernel: "lanczos3", alpha: true } as const;
        const whole = new Uint8Array(384 * 304 * 4);
        resampleBand(source, { ...request, y: 0, rows: 304 }, whole);
        const [x, y] = [column * 16, row * 16];
        const found = planeWindow(map, [x - 32, y - 32, 80, 64], [80, 64], SIZE);
        const expected = new Uint8Array(80 * 64 * 4);
        for (let j = 0; j < 64; j++)
          expected.set(whole.subarray(((y + j) * 384 + x) * 4, ((y + j) * 384 + x + 80) * 4), j * 80 * 4);
        if (!found) return expect(expected.every((v) => v === 0)).toBe(true);
        const made = byEngine(cut(source, found.part), { ...request, map: found.map });
        let worst = 0;
        for (let i = 0; i < made.length; i++) worst = Math.max(worst, Math.abs(made[i]! - expected[i]!));
        expect(worst).toBeLessThanOrEqual(1);
      },
    ),
    { numRuns: many(60, 10), seed: 9 },
  );
});

test("a window takes little more of the photo than it shows", () => {
  const map = compile(settle(emptyRecipe(), [6000, 4000]), [6000, 4000]);
  expect(planeWindow(map, [2000, 1000, 500, 400], [1000, 800], [6000, 4000])!.part).toEqual([
    expect.closeTo(1987, -1),
    expect.closeTo(987, -1),
    expect.closeTo(526, -1),
    expect.closeTo(426, -1),
  ]);
  expect(planeWindow(map, [9000, 1000, 500, 400], [500, 400], [6000, 4000])).toBeNull();
});
