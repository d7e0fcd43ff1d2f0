import fc from "fast-check";
import { LIGHT_OF_SRGB } from "../lens";
import { randomFrom } from "../testing";
import { type Luminance, brightnessAt, holds, sumInside } from "./luminance";

const [width, height] = [7, 5];
const data = Uint8Array.from({ length: width * height }, (_, i) => (i * 37) % 256);
const whole: Luminance = { data, width, height, left: 0, top: 0 };

test("at a pixel's middle it is the pixel, halfway to the next the mean of both", () => {
  expect(brightnessAt(whole, 2.5, 1.5)).toBe(data[1 * width + 2]);
  expect(brightnessAt(whole, 3, 1.5)).toBe((data[width + 2]! + data[width + 3]!) / 2);
  expect(brightnessAt(whole, 2.5, 2)).toBe((data[width + 2]! + data[2 * width + 2]!) / 2);
});

test("beyond the border it repeats", () => {
  expect(brightnessAt(whole, -40, 1.5)).toBe(data[width]);
  expect(brightnessAt(whole, 400, 900)).toBe(data[width * height - 1]);
});

test("a part says the same of the whole's places", () => {
  const part: Luminance = {
    data: Uint8Array.from({ length: 4 * 3 }, (_, i) => data[(1 + Math.floor(i / 4)) * width + 2 + (i % 4)]!),
    width: 4,
    height: 3,
    left: 2,
    top: 1,
  };
  const x = fc.double({ min: 2.5, max: 5.5, noNaN: true });
  const y = fc.double({ min: 1.5, max: 3.5, noNaN: true });
  fc.assert(
    fc.property(x, y, (px, py) => expect(brightnessAt(part, px, py)).toBeCloseTo(brightnessAt(whole, px, py), 9)),
  );
});

test("with a table light is averaged, not numbers", () => {
  const lit: Luminance = { ...whole, table: LIGHT_OF_SRGB };
  expect(brightnessAt(lit, 3, 1.5)).toBeCloseTo(
    (LIGHT_OF_SRGB[data[width + 2]!]! + LIGHT_OF_SRGB[data[width + 3]!]!) / 2,
    4,
  );
  expect(LIGHT_OF_SRGB[0]).toBe(0);
  expect(LIGHT_OF_SRGB[255]).toBeCloseTo(255, 4);
  // Half the light is written as 188 (IEC 61966-2-1).
  expect(LIGHT_OF_SRGB[188]! / 255).toBeCloseTo(0.5, 2);
});

test("places in a row inside a picture are summed as each by itself, of bytes and of numbers", () => {
  const random = randomFrom(7);
  const bytes = Uint8Array.from({ length: 12 * 9 }, () => Math.floor(256 * random()));
  const table = Float32Array.from({ length: 256 }, (_, i) => (i / 255) ** 2.2 * 255);
  for (const image of [{ data: bytes, table }, { data: Float32Array.from(bytes) }, { data: bytes }].map((it) => ({
    ...it,
    width: 12,
    height: 9,
    left: 3,
    top: 2,
  })))
    fc.assert(
      fc.property(
        fc.double({ min: 3, max: 15, noNaN: true }),
        fc.double({ min: 2, max: 11, noNaN: true }),
        fc.double({ min: -1.5, max: 1.5, noNaN: true }),
        fc.double({ min: -1.5, max: 1.5, noNaN: true }),
        (x, y, dx, dy) => {
          fc.pre(holds(image, x, y, 3 * dx, 3 * dy, 0, 0));
          let sum = 0;
          for (let j = 0; j < 4; j++) sum += brightnessAt(image, x + j * dx, y + j * dy);
          expect(sumInside(image, x, y, dx, dy, 4)).toBeCloseTo(sum, 6);
        },
      ),
    );
});

test("a parallelogram that needs the border repeated is not held", () => {
  const image = { data: new Uint8Array(12 * 9), width: 12, height: 9, left: 0, top: 0 };
  expect(holds(image, 2, 2, 5, 0, 0, 5)).toBe(true);
  expect(holds(image, 2, 2, 9.4, 0, 0, 5)).toBe(true);
  expect(holds(image, 2, 2, 9.5, 0, 0, 5)).toBe(false);
  expect(holds(image, 2, 2, -1.6, 0, 0, 5)).toBe(false);
  expect(holds(image, 2, 2, 3, -1.6, 3, 2)).toBe(false);
});
