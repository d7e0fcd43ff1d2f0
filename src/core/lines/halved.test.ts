import { halved } from "./halved";
import { brightnessAt } from "./luminance";

test("a place of the half is the mean of its four pixels, in light where there is a table; odd borders fall away", () => {
  const table = Float32Array.from({ length: 256 }, (_, i) => i / 2);
  const data = Uint8Array.from({ length: 7 * 5 }, (_, i) => (i * 37) % 256);
  const image = { data, width: 7, height: 5, left: 0, top: 0, table };
  const half = halved(image);
  expect([half.width, half.height]).toEqual([3, 2]);
  for (let y = 0; y < 2; y++)
    for (let x = 0; x < 3; x++) {
      const sum = [0, 1].flatMap((j) => [0, 1].map((i) => brightnessAt(image, 2 * x + i + 0.5, 2 * y + j + 0.5)));
      expect(half.data[3 * y + x]).toBeCloseTo(sum.reduce((a, b) => a + b) / 4, 5);
    }
});
