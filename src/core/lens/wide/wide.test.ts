import fc from "fast-check";
import { type Vec2, type Vec3, cross3, dot3, unit3 } from "../../geometry";
import { type Lens, fieldOfView, focalOfField, isWholeTurn, lensTowards, makeLens } from "..";

const SIZE = [6000, 1800] as const;
const stitched = (model: "cylindrical" | "equirectangular", focalPx = 1700, centre: Vec2 = [2900, 950]): Lens =>
  makeLens(SIZE, { model, focalPx, centre, k: [0, 0, 0], p: [0, 0], amount: 1 });
const model = fc.constantFrom("cylindrical" as const, "equirectangular" as const);
const place = fc.tuple(fc.double({ min: 0, max: 6000, noNaN: true }), fc.double({ min: 0, max: 1800, noNaN: true }));
const out = new Float64Array(3);

test("recorded → ray → recorded, all around", () => {
  fc.assert(
    fc.property(model, place, (which, p) => {
      const { wide } = stitched(which);
      wide!.recorded(wide!.ray(p), out);
      expect(out[0]).toBeCloseTo(p[0], 6);
      expect(out[1]).toBeCloseTo(p[1], 6);
    }),
  );
});

test("a cylinder's verticals are vertical, and the angle goes as the pixels do", () => {
  const { wide } = stitched("cylindrical");
  const [x, y, z] = wide!.ray([2900 + 1700 * 0.7, 950 + 1700 * 0.3]);
  expect(Math.atan2(x, z)).toBeCloseTo(0.7, 12);
  expect(y / Math.hypot(x, z)).toBeCloseTo(0.3, 12);
  const [u, v, w] = stitched("equirectangular").wide!.ray([2900 - 1700 * 1.2, 950 - 1700 * 0.4]);
  expect(Math.atan2(u, w)).toBeCloseTo(-1.2, 12);
  expect(Math.asin(v)).toBeCloseTo(-0.4, 12);
});

test("what is straight in space lies on one ideal line, also beside and behind the camera", () => {
  fc.assert(
    fc.property(
      model,
      fc.tuple(fc.double({ min: -4, max: 4, noNaN: true }), fc.double({ min: -1.5, max: 1.5, noNaN: true })),
      fc.double({ min: 0.4, max: Math.PI - 0.4, noNaN: true }),
      (which, [x, y], turn) => {
        const lens = stitched(which, 940, [3000, 900]);
        const at = (t: number): Vec3 => [x + t * Math.cos(turn), y, 2 + t * Math.sin(turn)];
        const ideal = [-9, -6.5, -1, 3].map((t): Vec3 => {
          lens.wide!.recorded(at(t), out);
          return [...lens.undistort([out[0]!, out[1]!]), 1];
        });
        const line = unit3(cross3(unit3(ideal[0]!), unit3(ideal[3]!)));
        for (const p of ideal) expect(Math.abs(dot3(unit3(p), line))).toBeLessThan(1e-6);
      },
    ),
  );
});

test("the lens towards a place holds what is there plumb, at its size, and comes back", () => {
  fc.assert(
    fc.property(model, place, place, (which, towards, p) => {
      const turned = lensTowards(stitched(which), towards);
      const same = turned.undistort(towards);
      expect(same[0]).toBeCloseTo(towards[0], 6);
      expect(same[1]).toBeCloseTo(towards[1], 6);
      if (Math.abs(p[0] - towards[0]) > 1900) return;
      const back = turned.distort(turned.undistort(p));
      expect(back[0]).toBeCloseTo(p[0], 4);
      expect(back[1]).toBeCloseTo(p[1], 4);
    }),
  );
  const straight = makeLens(SIZE, null);
  expect(lensTowards(straight, [1, 2])).toBe(straight);
});

test("the Jacobian is that of ideal → recorded", () => {
  fc.assert(
    fc.property(model, place, (which, p) => {
      const lens = lensTowards(stitched(which), [p[0] * 0.7 + 900, 800]);
      const at = lens.undistort(p);
      const [a, b, c, d] = lens.jacobian(at);
      const step = 0.01;
      const [l, r] = [lens.distort([at[0] - step, at[1]]), lens.distort([at[0] + step, at[1]])];
      const [u, f] = [lens.distort([at[0], at[1] - step]), lens.distort([at[0], at[1] + step])];
      const by = 1 / (2 * step);
      expect(a).toBeCloseTo((r[0] - l[0]) * by, 3);
      expect(b).toBeCloseTo((f[0] - u[0]) * by, 3);
      expect(c).toBeCloseTo((r[1] - l[1]) * by, 3);
      expect(d).toBeCloseTo((f[1] - u[1]) * by, 3);
    }),
  );
});

test("a fisheye's rays go beyond what its flat picture holds", () => {
  const fisheye = makeLens([4000, 3000], {
    model: "equidistant", focalPx: 900, centre: [2000, 1500], k: [-0.01, 0, 0], p: [0, 0], amount: 1,
  }); // prettier-ignore
  const ray = fisheye.wide!.ray([2000 + 1500, 1500]);
  expect(ray[2]).toBeLessThan(0.1);
  fisheye.wide!.recorded(ray, out);
  expect(out[0]).toBeCloseTo(3500, 6);
  const near: Vec2 = [2400, 1200];
  const [x, y, z] = fisheye.wide!.ray(near);
  const flat = fisheye.undistort(near);
  expect(2000 + (900 * x) / z).toBeCloseTo(flat[0], 6);
  expect(1500 + (900 * y) / z).toBeCloseTo(flat[1], 6);
});

test("fields of view and focal lengths tell the same", () => {
  fc.assert(
    fc.property(fc.double({ min: 20, max: 140, noNaN: true }), (field) => {
      for (const which of ["brown-conrady", "equidistant", "cylindrical", "equirectangular"] as const)
        expect(fieldOfView(which, focalOfField(which, field, 6000), 6000)).toBeCloseTo(field, 9);
    }),
  );
  expect(isWholeTurn("equirectangular", focalOfField("equirectangular", 360, 6000), 6000)).toBe(true);
  expect(isWholeTurn("cylindrical", focalOfField("cylindrical", 359, 6000), 6000)).toBe(false);
  expect(() => stitched("cylindrical", 0)).toThrow(RangeError);
});
