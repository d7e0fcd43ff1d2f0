import fc from "fast-check";
import type { Vec2, Vec3 } from "../geometry";
import { surfaceOf } from ".";

const camera = { focalPx: 900, principal: [1000, 700] as Vec2 };
const angle = (most: number) => fc.double({ min: -most, max: most, noNaN: true });
const bend = fc.oneof(fc.constantFrom(0, 1), fc.double({ min: 0, max: 1, noNaN: true }));
const rayOf = (across: number, down: number): Vec3 => {
  const [a, d] = [(across * Math.PI) / 180, (down * Math.PI) / 180];
  return [Math.cos(d) * Math.sin(a), Math.sin(d), Math.cos(d) * Math.cos(a)];
};

test("ray → place → ray", () => {
  fc.assert(
    fc.property(bend, angle(80), angle(70), (by, across, down) => {
      const surface = surfaceOf(camera, by);
      const out = new Float64Array(4);
      const p = surface.place(rayOf(across, down));
      if (!p) return;
      surface.ray(...(p as [number, number]), out);
      expect(out[3]).toBeGreaterThan(0);
      const long = Math.hypot(out[0]!, out[1]!, out[2]!);
      rayOf(across, down).forEach((v, i) => expect(out[i]! / long).toBeCloseTo(v, 9));
    }),
  );
});

test("bend 0 is a flat picture, bend 1 a cylinder that goes right round", () => {
  const [x, y, z] = rayOf(40, 20);
  const flat = surfaceOf(camera, 0).place([x, y, z])!;
  expect(flat[0]).toBeCloseTo(1000 + (900 * x) / z, 9);
  expect(flat[1]).toBeCloseTo(700 + (900 * y) / z, 9);
  expect(surfaceOf(camera, 0).place(rayOf(95, 0))).toBeNull();
  const round = surfaceOf(camera, 1).place(rayOf(150, 20))!;
  expect(round[0]).toBeCloseTo(1000 + (900 * 150 * Math.PI) / 180, 9);
  expect(round[1]).toBeCloseTo(700 + 900 * Math.tan((20 * Math.PI) / 180), 9);
});

test("verticals stay vertical, the horizon level, and what is small on the horizon keeps its form", () => {
  fc.assert(
    fc.property(bend, angle(75), angle(50), (by, across, down) => {
      const surface = surfaceOf(camera, by);
      const [x, , z] = rayOf(across, 0);
      const [a, b] = [surface.place([x, -0.4, z])!, surface.place([x, Math.tan((down * Math.PI) / 180), z])!];
      expect(a[0]).toBeCloseTo(b[0], 8);
      expect(surface.place([x, 0, z])![1]).toBeCloseTo(700, 9);
      const e = 1e-5;
      const [left, right] = [surface.place(rayOf(-e, 0))!, surface.place(rayOf(e, 0))!];
      const [up, foot] = [surface.place(rayOf(0, -e))!, surface.place(rayOf(0, e))!];
      expect((right[0] - left[0]) / (foot[1] - up[1])).toBeCloseTo(1, 6);
    }),
  );
});
