import fc from "fast-check";
import type { Peak } from "./edge-peaks";
import { fitCurve, valueOf } from "./edge-curve";

const peak = (t: number, offset: number, slope = 1): Peak => ({ t, offset, slope }) as Peak;
const range = fc.double({ min: -3, max: 3, noNaN: true });

test("what lies on a curve is fitted by it, and what has no weight is not heard", () => {
  fc.assert(
    fc.property(range, range, range, (a, b, c) => {
      const on = (t: number): number => a + b * t + c * t * t;
      const ts = [-1, -0.6, -0.1, 0.3, 0.7, 1];
      const peaks = [...ts.map((t) => peak(t, on(t))), peak(0.5, 40), peak(-0.5, -60)];
      const curve = fitCurve(peaks, 2, false, [1, 1, 1, 1, 1, 1, 0, 0]);
      for (const t of ts) expect(valueOf(curve, t)).toBeCloseTo(on(t), 6);
    }),
  );
});

test("of two places the weightier is nearer to the line through both", () => {
  const { coefficients } = fitCurve([peak(0, 0), peak(0, 1)], 0, false, [3, 1]);
  expect(coefficients[0]).toBeCloseTo(0.25, 9);
});

test("the two sides of a bar are one curve and a step between them", () => {
  const peaks = [-1, 0, 1].flatMap((t) => [peak(t, 0.2 * t + 1.5, 1), peak(t, 0.2 * t - 1.5, -1)]);
  const curve = fitCurve(peaks, 1, true);
  expect(curve.step).toBeCloseTo(1.5, 9);
  expect(valueOf(curve, 1)).toBeCloseTo(0.2, 9);
});
