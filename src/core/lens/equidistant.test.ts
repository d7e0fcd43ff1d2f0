import fc from "fast-check";
import { emptyRecipe } from "../recipe";
import { makeLens } from ".";
import { lensStep } from "./lens-step";

const size = [3000, 2000] as const;
const fisheye = fc.record({
  k: fc.tuple(
    fc.double({ min: -0.05, max: 0.05, noNaN: true }),
    fc.double({ min: -0.01, max: 0.01, noNaN: true }),
    fc.constant(0),
  ),
  focalPx: fc.double({ min: 1250, max: 3000, noNaN: true }),
});
const inPicture = fc.tuple(
  fc.double({ min: 0, max: 3000, noNaN: true }),
  fc.double({ min: 0, max: 2000, noNaN: true }),
);
const lensOf = (f: { k: [number, number, number]; focalPx: number }) =>
  makeLens(size, { ...f, p: [0, 0], centre: [1500, 1000], amount: 1, model: "equidistant" });

test("distort ∘ undistort is the identity inside what a flat picture can hold", () => {
  fc.assert(
    fc.property(fisheye, inPicture, (f, p) => {
      const lens = lensOf(f);
      const ideal = lens.undistort(p);
      fc.pre(lens.margin(ideal) > 1);
      const [x, y] = lens.distort(ideal);
      expect(Math.hypot(x - p[0], y - p[1])).toBeLessThan(1e-6);
    }),
  );
});

test("an angle of 45° is recorded at the focal length times π / 4, and drawn flat at the focal length", () => {
  const lens = lensOf({ k: [0, 0, 0], focalPx: 1200 });
  const [x, y] = lens.undistort([1500 + (1200 * Math.PI) / 4, 1000]);
  expect(x).toBeCloseTo(2700, 6);
  expect(y).toBeCloseTo(1000, 9);
});

test("the Jacobian agrees with differences", () => {
  fc.assert(
    fc.property(fisheye, inPicture, (f, p) => {
      const lens = lensOf(f);
      const h = 1e-3;
      const [a, b] = [lens.distort([p[0] + h, p[1]]), lens.distort([p[0] - h, p[1]])];
      const [c, d] = [lens.distort([p[0], p[1] + h]), lens.distort([p[0], p[1] - h])];
      const j = lens.jacobian(p);
      [(a[0] - b[0]) / (2 * h), (c[0] - d[0]) / (2 * h), (a[1] - b[1]) / (2 * h), (c[1] - d[1]) / (2 * h)].forEach(
        (v, i) => expect(j[i]).toBeCloseTo(v, 5),
      );
    }),
  );
});

test("what lies beyond the widest angle has no place and says so", () => {
  const lens = lensOf({ k: [0, 0, 0], focalPx: 900 });
  expect(lens.margin(lens.undistort([3000, 2000]))).toBeLessThan(1e-6);
  expect(() =>
    makeLens(size, { k: [0, 0, 0], p: [0, 0], centre: [1500, 1000], amount: 1, model: "equidistant" }),
  ).toThrow(/focal/);
});

test("what was seen further round than a flat picture has room for lies nowhere on it; all else comes back", () => {
  const [size, focalPx] = [[4000, 4000] as const, 1200];
  const centre = [2000, 2000] as const;
  const step = lensStep(
    {
      lens: { ...emptyRecipe().lens, on: true, model: "equidistant", centre: [2000, 2000] },
      camera: { focalPx, principal: centre },
    },
    size,
  )!;
  const at = (deg: number, turn: number): [number, number] => {
    const r = (focalPx * deg * Math.PI) / 180;
    return [2000 + r * Math.cos(turn), 2000 + r * Math.sin(turn)];
  };
  const out = new Float64Array(3);
  for (let turn = 0; turn < 6.28; turn += 0.5) {
    for (const deg of [86.5, 89, 95, 110]) expect(step.forward(at(deg, turn))).toBeNull();
    const place = at(80, turn);
    const ideal = step.forward(place)!;
    step.back(ideal[0], ideal[1], out);
    expect(Math.hypot(out[0]! - place[0], out[1]! - place[1])).toBeLessThan(1e-6);
  }
});
