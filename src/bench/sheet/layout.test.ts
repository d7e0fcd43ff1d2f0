import fc from "fast-check";
import { fieldOf, fittedField, rulerStep, spread } from "./layout";

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
