import fc from "fast-check";
import type { Raster } from "../../course";
import { crispen, madeUpLayer } from "../map/made-up-steps.testing";
import { layOver, marginOf, widened, worked } from "./work-band";

const noise = (width: number, height: number, channels: 3 | 4): Raster<Uint8Array> => ({
  data: Uint8Array.from({ length: width * height * channels }, (_, i) => ((i * 2654435761) >>> 9) & 255),
  width,
  height,
  channels,
});

const place = { x: 0, y: 0, scale: 1 };
const steps = [crispen(0.5), crispen(-0.3)];

test("made in bands with its margin, a picture is the same as made at once", () => {
  fc.assert(
    fc.property(fc.integer({ min: 20, max: 90 }), fc.integer({ min: 5, max: 40 }), (height, band) => {
      const picture = noise(24, height, 3);
      const layer = madeUpLayer([4, 10, 12, 15]);
      const copy = (): Raster => ({ ...picture, data: picture.data.slice() });
      const whole = worked(copy(), steps, [layer], place).data;
      const margin = marginOf(steps, 1);
      const row = 24 * 3;
      for (let y = 0; y < height; y += band) {
        const rows = Math.min(band, height - y);
        const wide = widened(y, rows, height, margin, 16);
        const data = picture.data.slice(wide.y * row, (wide.y + wide.rows) * row);
        const part = worked({ ...picture, data, height: wide.rows }, steps, [layer], { ...place, y: wide.y }).data;
        const own = part.subarray(wide.above * row, (wide.above + rows) * row);
        expect(own).toEqual(whole.subarray(y * row, (y + rows) * row));
      }
    }),
    { numRuns: 40 },
  );
});

test("a layer lies pixel on pixel, covers a gap, and lets through where it is transparent", () => {
  const layer = madeUpLayer([3, 2, 8, 6]);
  const raster: Raster = { data: new Uint8Array(16 * 12 * 4), width: 16, height: 12, channels: 4 };
  layOver(raster, layer, place);
  const at = (x: number, y: number): number[] => [...raster.data.subarray((y * 16 + x) * 4, (y * 16 + x) * 4 + 4)];
  expect(at(2, 2)).toEqual([0, 0, 0, 0]);
  // Over a gap the layer's own pixel shows, with its own alpha.
  expect(at(3, 2)).toEqual([200, 40, 0, 60]);
  expect(at(10, 7)).toEqual([200, 55, 35, 88]);
  expect(at(11, 7)).toEqual([0, 0, 0, 0]);
  const white: Raster = { data: new Uint8Array(16 * 12 * 3).fill(255), width: 16, height: 12, channels: 3 };
  layOver(white, layer, place);
  // 60 of 255 of it over white.
  expect(white.data[(2 * 16 + 3) * 3 + 1]).toBe(Math.round((40 * 60 + 255 * 195) / 255));
  expect(white.data[(2 * 16 + 2) * 3]).toBe(255);
});

test("at another size a layer is drawn out with the plane", () => {
  const layer = madeUpLayer([0, 0, 20, 20]);
  const half: Raster = { data: new Float32Array(10 * 10 * 3), width: 10, height: 10, channels: 3 };
  layOver(half, layer, { x: 0, y: 0, scale: 0.5 });
  // In the middle between four of the layer's pixels, colours weighted by alpha, over black.
  const [x, y] = [3, 4];
  let sum = 0;
  for (const [px, py] of [
    [6, 8],
    [7, 8],
    [6, 9],
    [7, 9],
  ] as const)
    sum += ((Math.min(255, 60 + 4 * px) / 255) * (40 + 3 * py)) / 255 / 4;
  expect(half.data[(y * 10 + x) * 3 + 1]).toBeCloseTo(sum, 5);
});

test("the margin is the sum of what each step looks at, in pixels of the picture", () => {
  expect(marginOf(steps, 1)).toBe(6);
  expect(marginOf(steps, 0.5)).toBe(4);
  expect(marginOf([], 2)).toBe(0);
  expect(widened(64, 64, 100, 6, 16)).toEqual({ y: 48, rows: 52, above: 16 });
});
