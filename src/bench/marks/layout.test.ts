import fc from "fast-check";
import { fieldOf, firstSeen, fittedField, rulerStep, spread } from "./layout";

test("ruler marks are round numbers and never crowd", () => {
  for (const scale of [0.02, 0.1, 0.28, 0.5, 1, 3, 8]) {
    const step = rulerStep(scale);
    expect(step * scale).toBeGreaterThanOrEqual(70 - 1e-9);
    expect([1, 2, 5]).toContain(Number(step.toPrecision(1).replace(/0+$|e.*$/g, "")[0]));
  }
});

test("the fitted field lies inside the field, which lies inside the sheet", () => {
  const [x, y, w, h] = fieldOf([900, 700]);
  const [fx, fy, fw, fh] = fittedField([900, 700]);
  expect(x + w).toBe(900);
  expect(y + h).toBe(700);
  expect(fx).toBeGreaterThan(x);
  expect(fy).toBeGreaterThan(y);
  expect(fx + fw).toBeLessThan(x + w);
  expect(fy + fh).toBeLessThan(y + h);
});

test("bubbles keep their order, never overlap, and stay put where they can", () => {
  fc.assert(
    fc.property(fc.array(fc.double({ min: -200, max: 1200, noNaN: true }), { maxLength: 20 }), (wanted) => {
      const placed = spread(wanted, 25, 60, 900);
      const order = wanted.map((_, i) => i).sort((a, b) => placed[a]! - placed[b]!);
      order.forEach((at, n) => {
        expect(placed[at]).toBeGreaterThanOrEqual(60);
        expect(placed[at]).toBeLessThanOrEqual(900 + 1e-9);
        const next = order[n + 1];
        if (next === undefined) return;
        expect(placed[next]! - placed[at]!).toBeGreaterThanOrEqual(25 - 1e-9);
        expect(wanted[next]!).toBeGreaterThanOrEqual(wanted[at]!);
      });
    }),
  );
  expect(spread([300, 500], 25, 60, 900)).toEqual([300, 500]);
  expect(spread([300, 300], 25, 60, 900)).toEqual([287.5, 312.5]);
});

test("a line comes into sight where it enters the field, or never", () => {
  const field = [50, 60, 100, 80] as const;
  expect(firstSeen([70, 80], [90, 500], field)).toEqual([70, 80]);
  expect(firstSeen([100, -40], [100, 200], field)).toEqual([100, 60]);
  expect(firstSeen([0, 0], [100, 120], field)).toEqual([50, 60]);
  expect(firstSeen([0, 100], [40, 100], field)).toBeNull();
  expect(firstSeen([200, 0], [200, 300], field)).toBeNull();
  const place = fc.tuple(
    fc.double({ min: -300, max: 300, noNaN: true }),
    fc.double({ min: -300, max: 300, noNaN: true }),
  );
  fc.assert(
    fc.property(place, place, (from, to) => {
      const seen = firstSeen(from, to, field);
      const inside = Array.from({ length: 200 }, (_, i) => [
        from[0] + ((to[0] - from[0]) * i) / 199,
        from[1] + ((to[1] - from[1]) * i) / 199,
      ]).filter(([x, y]) => x! >= 50 && x! <= 150 && y! >= 60 && y! <= 140);
      if (!seen) return expect(inside).toEqual([]);
      expect(seen[0]).toBeGreaterThan(50 - 1e-6);
      expect(seen[0]).toBeLessThan(150 + 1e-6);
      expect(seen[1]).toBeGreaterThan(60 - 1e-6);
      expect(seen[1]).toBeLessThan(140 + 1e-6);
    }),
  );
});
