import { readFileSync } from "node:fs";
import type { Rect, Size } from "@/core/geometry";
import { type Recipe, emptyRecipe } from "@/core/recipe";
import { TILE, compile, resampleBand, settle, worked } from "@/core/render";
import { MADE_UP_STEPS, madeUpLayer } from "@/core/render/map/made-up-steps.testing";
import { randomFrom } from "@/core/testing";
import { makeSharp } from "./make";
import { type SharpOrder, stripsOf } from "./order";
import { tilesUnder } from "./tiles";

const compiled = new WebAssembly.Module(readFileSync(".local/test-kernel.wasm"));
const SIZE: Size = [400, 300];
const random = randomFrom(21);
const photo = Uint8Array.from({ length: 400 * 300 * 3 }, (_, i) => (((i / 30) | 0) % 2 ? 200 : 60) + 40 * random());
const parts: Rect[] = [];
const fetchPart = (part: Rect): Promise<Uint8Array> => {
  parts.push(part);
  const [x, y, w, h] = part;
  const rows = Array.from({ length: h }, (_, j) => {
    const from = ((y + j) * 400 + x) * 3;
    return photo.subarray(from, from + w * 3);
  });
  return Promise.resolve(Uint8Array.from(Buffer.concat(rows)));
};

const tilted = (): Recipe => {
  const recipe = emptyRecipe();
  recipe.camera.focalPx = 380;
  Object.assign(recipe.attitude, { from: "by-hand", pitch: 6, yaw: -4, roll: 1 });
  recipe.lens.k = [-0.04, 0, 0];
  return recipe;
};
const orderOf = (recipe: Recipe | null, plane: Rect, output: Size): SharpOrder => ({
  photo: { sha256: "a".repeat(64), width: 400, height: 300 },
  recipe: recipe && settle(recipe, SIZE),
  plane,
  output,
});

test("strips made one by one are the delivery's rows", async () => {
  const settled = settle(tilted(), SIZE);
  const map = compile({ ...settled, frame: { ...settled.frame, on: false } }, SIZE);
  expect(map.frame).toEqual([0, 0, 400, 300]);
  const whole = new Uint8Array(400 * 300 * 4);
  const source = { data: photo, width: 400, height: 300, channels: 3 } as const;
  resampleBand(source, { map, kernel: "lanczos3", alpha: true, y: 0, rows: 300 }, whole);
  let row = 0;
  let worst = 0;
  // As high as three threads' worth of rows would be.
  for (const strip of [96, 96, 108]) {
    const made = (await makeSharp(compiled, orderOf(tilted(), [0, row, 400, strip], [400, strip]), fetchPart))!;
    made.forEach((v, i) => (worst = Math.max(worst, Math.abs(v - whole[row * 400 * 4 + i]!))));
    row += strip;
  }
  expect(row).toBe(300);
  expect(worst).toBeLessThanOrEqual(1);
});

test("as shot at 100 % the photo's own pixels come back, and only those under the window are fetched", async () => {
  parts.length = 0;
  const made = (await makeSharp(compiled, orderOf(null, [120, 80, 64, 48], [64, 48]), fetchPart))!;
  for (let y = 0; y < 48; y++)
    for (let x = 0; x < 64; x++)
      for (let c = 0; c < 3; c++) expect(made[(y * 64 + x) * 4 + c]).toBe(photo[((y + 80) * 400 + x + 120) * 3 + c]);
  expect(parts[0]![2] * parts[0]![3]).toBeLessThan(100 * 80);
});

test("beside the photo there is nothing to make", async () => {
  expect(await makeSharp(compiled, orderOf(null, [900, 0, 50, 50], [50, 50]), fetchPart)).toBeNull();
});

test("a window is cut into strips without gap or overlap, each worth its thread", () => {
  const order = orderOf(null, [10, 20, 300, 250], [600, 500]);
  const strips = stripsOf(order, 4);
  expect(strips.length).toBe(2);
  expect(strips.reduce((sum, s) => sum + s.output[1], 0)).toBe(500);
  strips.reduce((y, s) => {
    expect(s.plane[1]).toBeCloseTo(y, 9);
    return s.plane[1] + s.plane[3];
  }, 20);
  expect(stripsOf({ ...order, output: [600, 120] }, 4)).toHaveLength(1);
});

test("the tiles under a part cover it", () => {
  expect(tilesUnder("ab", [1000, 0, 50, 1024]).map((t) => [t.left, t.top])).toEqual([
    [0, 0],
    [TILE, 0],
  ]);
  expect(tilesUnder("ab", [TILE, TILE, 1, 1])).toEqual([{ left: TILE, top: TILE, url: "/api/previews/ab/tiles/1/1" }]);
});

test("raster steps and layers are those of the delivery, also at the window's own borders", async () => {
  const order = { ...orderOf(tilted(), [100, 80, 160, 120], [160, 120]), layers: [madeUpLayer([150, 100, 60, 50])] };
  const made = (await makeSharp(compiled, order, fetchPart, MADE_UP_STEPS))!;
  const settled = settle(tilted(), SIZE);
  const map = compile({ ...settled, frame: { ...settled.frame, on: false } }, SIZE, null, MADE_UP_STEPS);
  const data = new Uint8Array(400 * 300 * 4);
  const source = { data: photo, width: 400, height: 300, channels: 3 } as const;
  resampleBand(source, { map, kernel: "lanczos3", alpha: true, y: 0, rows: 300 }, data);
  const whole = { data, width: 400, height: 300, channels: 4 } as const;
  const expected = worked(whole, map.raster, order.layers, { x: 0, y: 0, scale: 1 }).data;
  let worst = 0;
  for (let y = 0; y < 120; y++)
    for (let i = 0; i < 160 * 4; i++)
      worst = Math.max(worst, Math.abs(made[y * 160 * 4 + i]! - expected[((y + 80) * 400 + 100) * 4 + i]!));
  expect(worst).toBeLessThanOrEqual(3);
});
