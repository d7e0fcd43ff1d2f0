import { BINS, NO_FINISH, isLevel, levelOf, lightOf, numberOf, toneHistogram } from "..";

const greys = (at: (i: number) => number, count = 2000): Uint8Array =>
  Uint8Array.from({ length: 3 * count }, (_, i) => at(Math.floor(i / 3) / (count - 1)));

test("every number as displayed comes into its own bar", () => {
  for (let v = 0; v < 256; v++) {
    const { before } = toneHistogram(Uint8Array.of(v, v, v), NO_FINISH);
    expect([v, before.indexOf(1)]).toEqual([v, Math.min(BINS - 1, Math.floor((v / 255) * BINS))]);
  }
});

test("shares of all places, before and after; what has nothing left is told", () => {
  const even = greys((t) => 255 * t);
  const plain = toneHistogram(even, NO_FINISH);
  expect(plain.before.reduce((a, b) => a + b, 0)).toBeCloseTo(1, 9);
  expect(plain.after).toEqual(plain.before);
  for (const share of plain.before.slice(1, -1)) expect(share).toBeCloseTo(1 / BINS, 2);
  const bright = toneHistogram(even, { ...NO_FINISH, exposure: 1 });
  // A stop more: what was above half the light is white.
  expect(bright.clipped.white).toBeCloseTo(1 - numberOf(0.5), 2);
  expect(bright.after[BINS - 1]).toBeGreaterThan(0.25);
  const dark = toneHistogram(even, { ...NO_FINISH, black: 0.25 });
  expect(Math.abs(dark.clipped.black - 0.25)).toBeLessThan(0.01);
  expect(toneHistogram(even, { ...NO_FINISH, exposure: 1, on: false }).after).toEqual(plain.after);
});

test("a flat picture is given its ends, a dark one some light; a level one nothing", () => {
  const flat = levelOf(greys((t) => 60 + 120 * t));
  expect(flat.black).toBeGreaterThan(0.1);
  expect(flat.white).toBeLessThan(0.85);
  const dark = levelOf(greys((t) => 120 * t ** 2));
  expect(dark.exposure).toBeGreaterThan(0.5);
  expect(lightOf(dark.white)).toBeGreaterThan(0);
  expect(isLevel(levelOf(greys((t) => 255 * t * (0.46 / 0.5) ** (1 - Math.abs(2 * t - 1)))))).toBe(true);
  expect(levelOf(new Uint8Array(0))).toEqual({ black: 0, white: 1, exposure: 0 });
});
