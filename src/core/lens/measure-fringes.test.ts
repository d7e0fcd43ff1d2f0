import fc from "fast-check";
import { type Fringe, fringedRadius, greenRadius } from "./fringes";
import { type ColourPixels, measureFringes } from "./measure-fringes";
import { LIGHT_OF_SRGB } from "./srgb";

const [WIDTH, HEIGHT] = [600, 400];
const UNIT = Math.hypot(WIDTH, HEIGHT) / 2;
const CENTRE = [310, 195] as const;

/** sRGB's curve the other way, by search in its table. */
function encoded(light: number): number {
  let v = 0;
  while (v < 255 && LIGHT_OF_SRGB[v + 1]! <= light) v++;
  return v < 255 && light - LIGHT_OF_SRGB[v]! > LIGHT_OF_SRGB[v + 1]! - light ? v + 1 : v;
}
const ENCODED = Uint8Array.from({ length: 2551 }, (_, i) => encoded(i / 10));

/** Discs and rings with edges a pixel and a half wide, each channel recorded with its own radius and contrast. */
function picture(red: Fringe, blue: Fringe, contrast: readonly [number, number, number] = [1, 1, 1]): ColourPixels {
  const data = new Uint8Array(WIDTH * HEIGHT * 3);
  const lit = (x: number, y: number): number => {
    const away = Math.hypot(((x + 37) % 74) - 37, ((y + 29) % 58) - 29) - 15;
    return 1 / (1 + Math.exp(-away / 0.75));
  };
  for (let y = 0; y < HEIGHT; y++)
    for (let x = 0; x < WIDTH; x++) {
      const [dx, dy] = [x + 0.5 - CENTRE[0], y + 0.5 - CENTRE[1]];
      const r = Math.hypot(dx, dy) / UNIT;
      [red, [0, 0] as Fringe, blue].forEach((fringe, c) => {
        const by = r > 0 ? greenRadius(fringe, r) / r : 1;
        const light = 40 + 130 * contrast[c]! * lit(CENTRE[0] + dx * by, CENTRE[1] + dy * by);
        data[(y * WIDTH + x) * 3 + c] = ENCODED[Math.round(10 * Math.min(255, light))]!;
      });
    }
  return { data, width: WIDTH, height: HEIGHT, channels: 3 };
}

const atCorner = (fringe: Fringe): number => (fringedRadius(fringe, 1) - 1) * UNIT;

test("fringes put in are found again within 0.05 px at the corner, its deviation honest", () => {
  const term = fc.double({ min: -0.0025, max: 0.0025, noNaN: true });
  fc.assert(
    fc.property(term, term, term, term, (a, b, c, d) => {
      const [red, blue]: [Fringe, Fringe] = [
        [a, b],
        [c, d],
      ];
      const found = measureFringes(picture(red, blue), CENTRE)!;
      expect(Math.abs(atCorner(found.red) - atCorner(red))).toBeLessThan(0.05);
      expect(Math.abs(atCorner(found.blue) - atCorner(blue))).toBeLessThan(0.05);
      expect(Math.max(...found.sigmaPx)).toBeLessThan(0.05);
      expect(found.edges).toBeGreaterThan(200);
    }),
    { numRuns: 8, seed: 3 },
  );
});

test("channels of other contrast do not shift them", () => {
  const fringe: Fringe = [0.001, 0.001];
  const found = measureFringes(picture(fringe, [0, 0], [1.2, 1, 0.75]), CENTRE)!;
  expect(Math.abs(atCorner(found.red) - atCorner(fringe))).toBeLessThan(0.05);
  expect(Math.abs(atCorner(found.blue))).toBeLessThan(0.05);
});

test("where there are no edges, or none far out, nothing is said", () => {
  const plain = new Uint8Array(WIDTH * HEIGHT * 3).fill(120);
  expect(measureFringes({ data: plain, width: WIDTH, height: HEIGHT, channels: 3 }, CENTRE)).toBeNull();
  const { data } = picture([0.001, 0], [0, 0]);
  for (let y = 0; y < HEIGHT; y++)
    for (let x = 0; x < WIDTH; x++)
      if (Math.hypot(x - CENTRE[0], y - CENTRE[1]) > 0.4 * UNIT)
        data.fill(120, (y * WIDTH + x) * 3, (y * WIDTH + x) * 3 + 3);
  expect(measureFringes({ data, width: WIDTH, height: HEIGHT, channels: 3 }, CENTRE)).toBeNull();
});
