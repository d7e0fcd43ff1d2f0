import fc from "fast-check";
import { cornerBow, distortNormalised, distortionJacobian, makeLens, turningRadius } from ".";

const size = [3000, 2000] as const;
const coefficient = (most: number) => fc.double({ min: -most, max: most, noNaN: true });
const anyLens = fc
  .record({
    k: fc.tuple(coefficient(0.12), coefficient(0.05), coefficient(0.02)),
    p: fc.tuple(coefficient(0.002), coefficient(0.002)),
    centre: fc.tuple(fc.double({ min: 1450, max: 1550, noNaN: true }), fc.double({ min: 950, max: 1050, noNaN: true })),
  })
  // Admissible: the fold lies beyond everything that was recorded.
  .filter(({ k }) => turningRadius(k) > 1.3 && 1.3 * (1 + 1.69 * k[0] + 2.86 * k[1] + 4.83 * k[2]) > 1.12);

const inPicture = fc.tuple(
  fc.double({ min: 0, max: 3000, noNaN: true }),
  fc.double({ min: 0, max: 2000, noNaN: true }),
);

test("distort ∘ undistort is the identity inside the picture", () => {
  fc.assert(
    fc.property(anyLens, inPicture, (parameters, p) => {
      const lens = makeLens(size, { ...parameters, amount: 1 });
      const [x, y] = lens.distort(lens.undistort(p));
      expect(Math.hypot(x - p[0], y - p[1])).toBeLessThan(1e-6);
    }),
    { numRuns: 500 },
  );
});

test("a corner of r = 1 moves by k1 + k2 + k3 of the half diagonal", () => {
  const lens = makeLens(size, { k: [-0.06, 0.01, 0.002], p: [0, 0], centre: [1500, 1000], amount: 1 });
  const [x, y] = lens.distort([3000, 2000]);
  expect(x - 1500).toBeCloseTo(1500 * 0.952, 9);
  expect(y - 1000).toBeCloseTo(1000 * 0.952, 9);
  expect(cornerBow([-0.06, 0.01, 0.002], 1)).toBeCloseTo(-4.8, 12);
});

test("tangential terms as Brown wrote them", () => {
  const [x, y] = distortNormalised({ k: [0, 0, 0], p: [0.01, 0.02] }, 0.3, 0.4);
  expect(x).toBeCloseTo(0.3 + 2 * 0.01 * 0.12 + 0.02 * (0.25 + 0.18), 12);
  expect(y).toBeCloseTo(0.4 + 0.01 * (0.25 + 0.32) + 2 * 0.02 * 0.12, 12);
});

test("the Jacobian agrees with differences", () => {
  fc.assert(
    fc.property(anyLens, coefficient(0.9), coefficient(0.9), ({ k, p }, x, y) => {
      const h = 1e-6;
      const lens = { k, p };
      const [ax, ay] = distortNormalised(lens, x + h, y);
      const [bx, by] = distortNormalised(lens, x - h, y);
      const [cx, cy] = distortNormalised(lens, x, y + h);
      const [dx, dy] = distortNormalised(lens, x, y - h);
      const j = distortionJacobian(lens, x, y);
      [(ax - bx) / (2 * h), (cx - dx) / (2 * h), (ay - by) / (2 * h), (cy - dy) / (2 * h)].forEach((v, i) =>
        expect(j[i]).toBeCloseTo(v, 6),
      );
    }),
  );
});

test("the amount scales the terms; no terms leave the picture alone", () => {
  const full = makeLens(size, { k: [-0.03, 0, 0], p: [0, 0], centre: [1500, 1000], amount: 1 });
  const double = makeLens(size, { k: [-0.06, 0, 0], p: [0, 0], centre: [1500, 1000], amount: 0.5 });
  expect(double.distort([2900, 100])).toEqual(full.distort([2900, 100]));
  expect(makeLens(size, { k: [-0.06, 0, 0], p: [0, 0], centre: [1500, 1000], amount: 0 }).straight).toBe(true);
  expect(makeLens(size, null).straight).toBe(true);
});

test("the turning radius is where the recorded radius stops growing", () => {
  // r (1 − 0.2 r²) turns at r² = 1 / 0.6.
  expect(turningRadius([-0.2, 0, 0])).toBeCloseTo(Math.sqrt(1 / 0.6), 9);
  expect(turningRadius([0.1, 0, 0])).toBe(Infinity);
  const lens = makeLens(size, { k: [-0.2, 0, 0], p: [0, 0], centre: [1500, 1000], amount: 1 });
  const unit = Math.hypot(1500, 1000);
  expect(lens.margin([1500 + unit * 1.2, 1000])).toBeGreaterThan(0);
  expect(lens.margin([1500 + unit * 1.4, 1000])).toBeLessThan(0);
});
