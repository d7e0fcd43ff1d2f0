import fc from "fast-check";
import { LIGHT_OF_SRGB } from "../lens";
import { type Luminance, brightnessAt } from "./luminance";

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
