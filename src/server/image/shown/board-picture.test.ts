import type { Size } from "@/core/geometry";
import { type Recipe, emptyRecipe, readRecipe } from "@/core/recipe";
import { compile, withCamera } from "@/core/render";
import { BOARD_SIDE, correctedPart, correctedSmall } from "./board-picture";

const SIZE: Size = [2400, 1600];

/** A picture in which red tells how far to the right a place lies, and green how far down. */
const source = (() => {
  const [width, height] = [960, 640];
  const data = new Uint8Array(3 * width * height);
  for (let i = 0; i < width * height; i++) {
    data[3 * i] = Math.round((255 * ((i % width) + 0.5)) / width);
    data[3 * i + 1] = Math.round((255 * (Math.floor(i / width) + 0.5)) / height);
    data[3 * i + 2] = 90;
  }
  return { data, width, height, channels: 3 };
})();

const small = (recipe: Recipe) => correctedSmall(compile(withCamera(recipe, SIZE), SIZE), SIZE, source);
const rolled = (roll: number, frame: Partial<Recipe["frame"]> = {}): Recipe => {
  const recipe = emptyRecipe();
  return {
    ...recipe,
    attitude: { ...recipe.attitude, on: true, from: "by-hand", roll },
    frame: { ...recipe.frame, ...frame },
  };
};

test("with nothing done it is the photo, small", () => {
  const { data, width, height } = small(emptyRecipe());
  expect([width, height]).toEqual([BOARD_SIDE, 320]);
  for (const [x, y] of [[3, 5], [240, 160], [470, 311]] as const) {
    const i = 3 * (y * width + x);
    expect(Math.abs(data[i]! - (255 * (x + 0.5)) / width)).toBeLessThan(2);
    expect(Math.abs(data[i + 1]! - (255 * (y + 0.5)) / height)).toBeLessThan(2);
  }
}); // prettier-ignore

test("what is corrected lies where the map says; where there is no photo, what is around goes on softly", () => {
  const recipe = rolled(4, { on: true, rule: "free", rect: [-200, -200, 2800, 2000] });
  const map = compile(withCamera(recipe, SIZE), SIZE);
  const { data, width, height } = small(recipe);
  const [fx, fy, fw] = map.frame;
  const out = new Float64Array(3);
  let inside = 0;
  for (let y = 1; y < height; y += 17)
    for (let x = 1; x < width; x += 13) {
      map.toRecorded(fx + ((x + 0.5) * fw) / width, fy + ((y + 0.5) * fw) / width, out);
      const i = 3 * (y * width + x);
      const within = out[0]! > 20 && out[1]! > 20 && out[0]! < SIZE[0] - 20 && out[1]! < SIZE[1] - 20;
      if (within) {
        inside++;
        expect(Math.abs(data[i]! - (255 * out[0]!) / SIZE[0])).toBeLessThan(2);
        expect(Math.abs(data[i + 1]! - (255 * out[1]!) / SIZE[1])).toBeLessThan(2);
      }
      // No hole is left black.
      expect(data[i + 2]).toBe(90);
    }
  expect(inside).toBeGreaterThan(300);
});

test("the tone of Finish is in it", () => {
  const recipe = emptyRecipe();
  const brighter = readRecipe({ ...recipe, finish: { exposure: 1 } });
  const [before, after] = [small(recipe), small(brighter)];
  const i = 3 * (160 * before.width + 120);
  expect(after.data[i]!).toBeGreaterThan(before.data[i]! + 10);
});

test("a part at full size shows what lies there, pixel by pixel; of a picture in grey, too", () => {
  const map = compile(withCamera(rolled(2), SIZE), SIZE);
  const [x, y, w, h] = map.frame;
  const part = [x + w - 160, y + 0.3 * h, 160, 40] as const;
  const { data, width, height } = correctedPart(map, SIZE, source, part, 1);
  expect([width, height]).toEqual([160, 40]);
  const grey = { ...source, data: source.data.filter((_, i) => i % 3 === 0), channels: 1 };
  const inGrey = correctedPart(map, SIZE, grey, part, 1);
  const at = new Float64Array(3);
  for (const [i, j] of [[0, 0], [80, 20], [100, 39], [3, 30]] as const) {
    map.toRecorded(part[0] + i + 0.5, part[1] + j + 0.5, at);
    const n = 3 * (j * width + i);
    expect(Math.abs(data[n]! - (255 * at[0]!) / SIZE[0])).toBeLessThan(1);
    expect(Math.abs(data[n + 1]! - (255 * at[1]!) / SIZE[1])).toBeLessThan(1);
    expect([...inGrey.data.subarray(n, n + 3)]).toEqual([data[n], data[n], data[n]]);
  } // prettier-ignore
});
