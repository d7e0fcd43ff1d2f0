import { detailOf } from "./detail";
import type { Luminance } from "./luminance";
import { randomFrom } from "../testing";

/** A sky with grain, and a wall of windows on its lower right quarter. */
function picture(width: number, height: number): Luminance {
  const random = randomFrom(3);
  const data = new Uint8Array(width * height);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const wall = x > width / 2 && y > height / 2;
      const window = Math.floor(x / 24) % 2 === 0 && Math.floor(y / 36) % 2 === 0;
      data[y * width + x] = (wall ? (window ? 60 : 170) : 150 + (40 * y) / height) + 3 * random();
    }
  return { data, width, height, left: 0, top: 0 };
}

test("a wall weighs, the sky does not; a digit for each cell, the same again", () => {
  const image = picture(960, 640);
  const detail = detailOf(image);
  const { columns, rows, weights } = detail;
  expect(weights).toMatch(/^[0-9]+$/);
  expect(weights).toHaveLength(columns * rows);
  expect(columns / rows).toBeCloseTo(1.5, 1);
  let [wall, sky] = [0, 0];
  for (let j = 0; j < rows; j++)
    for (let i = 0; i < columns; i++) {
      const weight = Number(weights[j * columns + i]);
      if (i > columns / 2 && j > rows / 2) wall += weight;
      else if (i < columns / 2 - 1 || j < rows / 2 - 1) sky += weight;
    }
  expect(wall).toBeGreaterThan(20 * sky);
  expect(detailOf(image)).toEqual(detail);
});

test("a picture of nothing weighs nothing, and a small or narrow one does not fail", () => {
  const plain = { data: new Uint8Array(200 * 100).fill(90), width: 200, height: 100, left: 0, top: 0 };
  expect(detailOf(plain).weights).toMatch(/^0+$/);
  for (const [width, height] of [
    [1, 1],
    [3, 500],
    [40, 2],
  ] as const) {
    const { columns, rows, weights } = detailOf({
      data: new Uint8Array(width * height),
      width,
      height,
      left: 0,
      top: 0,
    });
    expect(weights).toHaveLength(columns * rows);
  }
});
