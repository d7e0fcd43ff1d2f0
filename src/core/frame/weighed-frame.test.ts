import { type Rect, type Vec2, bounds } from "../geometry";
import { between, randomFrom } from "../testing";
import { bowedQuad, fits } from "./made-up.testing";
import { type WeighedPlace, cleanFrame, weighedFrame } from ".";

/** Places of random weight in a few heaps, as buildings are in a picture of mostly sky. */
function heaps(random: () => number, polygon: readonly Vec2[]): WeighedPlace[] {
  const [x, y, w, h] = bounds(polygon);
  return Array.from({ length: 3 }, () => [x + w * random(), y + h * random(), between(random, 5, 25)] as const).flatMap(
    ([cx, cy, spread]) =>
      Array.from({ length: 120 }, (): WeighedPlace => ({
        at: [cx + spread * (random() + random() - 1), cy + spread * (random() + random() - 1)],
        weight: 1 + 8 * random(),
      })),
  );
}

/** What a frame is worth: three quarters of it what it holds, one quarter its area. */
function worth(polygon: readonly Vec2[], places: readonly WeighedPlace[], [x, y, w, h]: Rect): number {
  const total = places.reduce((s, p) => s + p.weight, 0);
  const held = places.reduce(
    (s, { at: [px, py], weight }) => s + (px >= x && px <= x + w && py >= y && py <= y + h ? weight : 0),
    0,
  );
  const area = Math.abs(
    polygon.reduce((s, a, i) => {
      const b = polygon[(i + 1) % polygon.length]!;
      return s + a[0] * b[1] - a[1] * b[0];
    }, 0) / 2,
  );
  return (0.75 * held) / total + (0.25 * w * h) / area;
}

test.each([null, 1.5, 0.7])(
  "of ratio %p it is clean, has its ratio, and is worth no less than random clean frames",
  (ratio) => {
    const random = randomFrom(40);
    for (let n = 0; n < 12; n++) {
      const polygon = bowedQuad(random);
      const places = heaps(random, polygon);
      const frame = weighedFrame(polygon, ratio, places)!;
      expect(fits(polygon, frame)).toBe(true);
      if (ratio !== null) expect(frame[2] / frame[3]).toBeCloseTo(ratio, 6);
      const [bx, by, bw, bh] = bounds(polygon);
      let best = worth(polygon, places, cleanFrame(polygon, ratio)!);
      for (let k = 0; k < 1500; k++) {
        const h = bh * random();
        const w = ratio === null ? bw * random() : h * ratio;
        const rect: Rect = [bx + (bw - w) * random(), by + (bh - h) * random(), w, h];
        if (w > 4 * h || h > 4 * w || w > bw) continue;
        if (worth(polygon, places, rect) > best && fits(polygon, rect)) best = worth(polygon, places, rect);
      }
      // A lattice of places is worth something only to a cell.
      expect(worth(polygon, places, frame)).toBeGreaterThan(0.97 * best);
    }
  },
);

test("without weight it is the largest, and where all is alike it hardly differs", () => {
  const random = randomFrom(41);
  const polygon = bowedQuad(random);
  expect(weighedFrame(polygon, 1.5, [])).toEqual(cleanFrame(polygon, 1.5));
  const [x, y, w, h] = bounds(polygon);
  const even = Array.from({ length: 2500 }, (_, i): WeighedPlace => ({
    at: [x + (w * (i % 50)) / 50, y + (h * Math.floor(i / 50)) / 50],
    weight: 1,
  }));
  const [a, b] = [weighedFrame(polygon, 1.5, even)!, cleanFrame(polygon, 1.5)!];
  expect((a[2] * a[3]) / (b[2] * b[3])).toBeGreaterThan(0.97);
});

test("what must be kept is kept; of a tower before the sky the tower is kept whole", () => {
  const outline: Vec2[] = [
    [0, 0],
    [100, 0],
    [70, 150],
    [30, 150],
  ];
  const tower = Array.from({ length: 200 }, (_, i): WeighedPlace => ({ at: [45 + (i % 10), 50 + i / 2], weight: 5 }));
  const largest = cleanFrame(outline, null)!;
  expect(largest[1] + largest[3]).toBeLessThan(130);
  const whole = weighedFrame(outline, null, tower)!;
  expect(whole[1]).toBeLessThan(50);
  expect(whole[1] + whole[3]).toBeGreaterThan(148);
  const keep: Rect = [75, 10, 5, 5];
  const kept = weighedFrame(outline, null, tower, keep)!;
  expect(kept[0] + kept[2]).toBeGreaterThanOrEqual(80 - 1e-6);
  expect(kept[1]).toBeLessThanOrEqual(10 + 1e-6);
});

test("while something moves a coarser lattice gives nearly the same", () => {
  const random = randomFrom(42);
  for (let n = 0; n < 5; n++) {
    const polygon = bowedQuad(random);
    const places = heaps(random, polygon);
    const [fine, quick] = [false, true].map((q) => weighedFrame(polygon, 1.5, places, null, q)!);
    expect(worth(polygon, places, quick!)).toBeGreaterThan(0.95 * worth(polygon, places, fine!));
    expect(fits(polygon, quick!)).toBe(true);
  }
});
