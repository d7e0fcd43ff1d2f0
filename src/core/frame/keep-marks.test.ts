import { type Rect, type Vec2, bounds } from "../geometry";
import { between, randomFrom } from "../testing";
import { bowedQuad, fits } from "./made-up.testing";
import { cleanFrame, cleanFrameKeeping, frameWithGaps, missedBy } from ".";

/** The best half height at centres on a lattice, each grown as far as it goes and taken where it then holds the marks. */
function brute(polygon: readonly Vec2[], ratio: number, keep: Rect, steps: number): number {
  const [bx, by, bw, bh] = bounds(polygon);
  let best = 0;
  for (let i = 0; i <= steps; i++)
    for (let j = 0; j <= steps; j++) {
      const [x, y] = [bx + (bw * i) / steps, by + (bh * j) / steps];
      const least = Math.max(
        (x - keep[0]) / ratio,
        (keep[0] + keep[2] - x) / ratio,
        y - keep[1],
        keep[1] + keep[3] - y,
      );
      const at = (half: number): boolean => fits(polygon, [x - half * ratio, y - half, 2 * half * ratio, 2 * half]);
      const from = Math.max(least, best);
      if (!at(from)) continue;
      let [a, b] = [from, bh];
      for (let n = 0; n < 14; n++) [a, b] = at((a + b) / 2) ? [(a + b) / 2, b] : [a, (a + b) / 2];
      best = Math.max(best, a);
    }
  return best;
}

test.each([1, 1.5, 0.7])(
  "with marks the frame of ratio %f fits, holds them, and beats every lattice centre that does",
  (ratio) => {
    const random = randomFrom(Math.round(700 + 10 * ratio));
    let possible = 0;
    for (let n = 0; n < 25; n++) {
      const polygon = bowedQuad(random);
      const [bx, by, bw, bh] = bounds(polygon);
      const marks = Array.from({ length: 1 + Math.floor(3 * random()) }, (_, i) => ({
        id: `m${i}`,
        at: [bx + bw * between(random, 0.1, 0.9), by + bh * between(random, 0.1, 0.9)] as Vec2,
      }));
      const keep = bounds(marks.map((m) => m.at));
      const best = brute(polygon, ratio, keep, 28);
      const rect = cleanFrame(polygon, ratio, keep);
      if (best === 0) continue;
      possible++;
      expect(rect).not.toBeNull();
      expect(fits(polygon, rect!)).toBe(true);
      for (const m of marks) expect(missedBy(rect!, m)).toBeLessThan(1e-9);
      expect(rect![3] / 2).toBeGreaterThan(best * 0.9975);
    }
    expect(possible).toBeGreaterThan(8);
  },
);

test("of any ratio as well, and never smaller than the best of many", () => {
  const random = randomFrom(12);
  for (let n = 0; n < 3; n++) {
    const polygon = bowedQuad(random);
    const [bx, by, bw, bh] = bounds(polygon);
    const keep: Rect = [bx + 0.2 * bw, by + 0.17 * bh, 0.3 * bw, 0.1 * bh];
    const rect = cleanFrame(polygon, null, keep);
    let best = 0;
    for (let r = 0.4; r < 3; r *= 1.03) {
      const one = cleanFrame(polygon, r, keep);
      if (one) best = Math.max(best, one[2] * one[3]);
    }
    if (best === 0) continue;
    expect(fits(polygon, rect!)).toBe(true);
    expect(rect![2] * rect![3]).toBeGreaterThan(0.995 * best);
  }
});

const square: Vec2[] = [
  [0, 0],
  [100, 0],
  [100, 100],
  [0, 100],
];

test("a mark that no clean frame holds is named, the others are kept; the frame with gaps holds all", () => {
  const marks = [
    { id: "roof", at: [50, -8] as Vec2 },
    { id: "door", at: [4, 96] as Vec2 },
    { id: "behind", at: null },
  ];
  const { rect, missed } = cleanFrameKeeping(square, 1.5, marks)!;
  expect([...missed].sort()).toEqual(["behind", "roof"]);
  expect(missedBy(rect, marks[1]!)).toBe(0);
  const offer = frameWithGaps(square, rect, 1.5, marks);
  expect(offer.rect[2] / offer.rect[3]).toBeCloseTo(1.5, 9);
  for (const m of marks.slice(0, 2)) expect(missedBy(offer.rect, m)).toBeLessThan(1e-9);
  expect(offer.gapShare).toBeGreaterThan(0.01);
  expect(offer.gapShare).toBeLessThan(0.5);
});

test("without marks, and with marks that are inside anyway, the frame is the largest", () => {
  const free = cleanFrame(square, 1.5);
  expect(cleanFrameKeeping(square, 1.5, [])).toEqual({ rect: free, missed: [] });
  expect(cleanFrameKeeping(square, 1.5, [{ id: "a", at: [50, 50] }])).toEqual({ rect: free, missed: [] });
});
