import { fieldOf, fittedField, rulerStep } from "./layout";

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
