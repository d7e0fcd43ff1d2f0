import fc from "fast-check";
import type { Vec3 } from "../../geometry";
import { randomFrom } from "../../testing";
import { anchorsOf } from "./anchors";
import { carried } from "./carry";
import { type Field, halved } from "./field";
import { repeatsOf } from "./repeats";

const [W, H] = [240, 160];
const FLAT: Vec3 = [0, 0, 1];
const FLOOR: Vec3 = [0, 1, 0];

/** A field with a vertical gap in its middle. */
function fieldOf(paint: (x: number, y: number) => number, middle = 120): Field {
  const isGap = (i: number): boolean => Math.abs((i % W) + 0.5 - middle) < 8 && i >= 20 * W && i < 140 * W;
  const known = Uint8Array.from({ length: W * H }, (_, i) => (isGap(i) ? 0 : 1));
  return {
    width: W,
    height: H,
    data: Float32Array.from({ length: 3 * W * H }, (_, k) => {
      const i = Math.floor(k / 3);
      return isGap(i) ? 0 : paint((i % W) + 0.5, Math.floor(i / W) + 0.5);
    }),
    known,
    wanted: known.map((v) => 1 - v),
    source: known,
    focal: [200, 200],
    centre: [120, 60],
  };
}

const repeats = (field: Field, normals: Vec3[]) => {
  const fields = [field];
  while (fields.length < 4) fields.push(halved(fields.at(-1)!));
  return repeatsOf(fields, normals, anchorsOf(field));
};

/** A bay: a pane, its frame and the wall about it, 0…1 of its width and height. */
const bay = (u: number, v: number): number =>
  u > 0.2 && u < 0.75 && v > 0.2 && v < 0.8 ? (u > 0.3 && u < 0.65 && v > 0.3 ? 0.15 : 0.9) : 0.55;

test("the next bay is found, to half a pixel, wherever the gap stands in it", () => {
  fc.assert(
    fc.property(fc.integer({ min: 44, max: 70 }), fc.integer({ min: 100, max: 140 }), (wide, middle) => {
      const field = fieldOf((x, y) => bay((x / wide) % 1, y / 160), middle);
      const [best] = repeats(field, [FLAT]);
      const bays = (best!.shift.by[0] * 200) / wide;
      expect(Math.abs(bays)).toBeGreaterThan(0.5);
      expect(Math.abs(bays - Math.round(bays)) * wide).toBeLessThan(0.51);
      // The rows of a pane are alike: a pixel up or down costs nothing for some.
      expect(Math.abs(best!.shift.by[1] * 200)).toBeLessThan(1.01);
      expect(best!.cost).toBeLessThan(0.003);
    }),
    { numRuns: 12 },
  );
});

test("slabs of a floor are found along the floor, drawn smaller as they recede", () => {
  // Places of the floor: across and away, in its distance below the camera.
  const across = (x: number, y: number): number => (x - 120) / Math.max(1, y - 60);
  const away = (y: number): number => 200 / Math.max(1, y - 60);
  const slab = (x: number, y: number): number =>
    y < 62 ? 0.8 : (Math.floor(across(x, y) / 0.5) + Math.floor(away(y) / 0.8)) % 2 ? 0.3 : 0.6;
  const best = repeats(fieldOf(slab), [FLAT, FLOOR]).slice(0, 3);
  expect(best.some(({ shift }) => shift.normal === FLOOR)).toBe(true);
  const at = new Float64Array(6);
  const { shift } = best.find((b) => b.shift.normal === FLOOR)!;
  const field = fieldOf(slab);
  let [same, n] = [0, 0];
  for (let y = 90; y < 150; y += 5)
    for (let x = 60; x < 180; x += 7) {
      if (!carried(field, shift, x, y, at) || at[0]! < 0 || at[0]! >= W || at[1]! < 62 || at[1]! >= H) continue;
      n++;
      if (slab(at[0]!, at[1]!) === slab(x, y)) same++;
    }
  expect(n).toBeGreaterThan(10);
  expect(same / n).toBeGreaterThan(0.9);
});

test("where nothing repeats, nothing is found", () => {
  const random = randomFrom(7);
  const noise = Float32Array.from({ length: W * H }, () => random());
  expect(
    repeats(
      fieldOf((x, y) => noise[Math.floor(y) * W + Math.floor(x)]!),
      [FLAT, FLOOR],
    ),
  ).toEqual([]);
});
