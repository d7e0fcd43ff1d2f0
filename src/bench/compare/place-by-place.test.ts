import fc from "fast-check";
import type { Rect, Vec2 } from "@/core/geometry";
import { emptyRecipe } from "@/core/recipe";
import { AS_SHOT, compile, withCamera } from "@/core/render";
import { halves, planeOfPart, samePlace, wiped } from "./place-by-place";

const size = [3000, 2000] as const;
const tipped = (() => {
  const recipe = emptyRecipe();
  recipe.camera = { focalPx: 2200, focalFrom: "metadata", principal: null };
  Object.assign(recipe.attitude, { from: "by-hand", pitch: 12, yaw: 8 });
  return compile(withCamera(recipe, size), size);
})();

test("of the same map the same is shown", () => {
  const plane: Rect = [10, 20, 300, 200];
  expect(samePlace(tipped, plane, tipped)).toBe(plane);
});

test("the same place of the building is in the middle, and as large", () =>
  fc.assert(
    fc.property(fc.integer({ min: 300, max: 2700 }), fc.integer({ min: 300, max: 1700 }), (x, y) => {
      const at = tipped.fromRecorded([x, y])!;
      const plane: Rect = [at[0] - 150, at[1] - 100, 300, 200];
      const [ox, oy, ow, oh] = samePlace(tipped, plane, AS_SHOT);
      expect(ox + ow / 2).toBeCloseTo(x, 4);
      expect(oy + oh / 2).toBeCloseTo(y, 4);
      expect(ow / oh).toBeCloseTo(1.5, 9);
      // A small square of the building covers as much of either picture.
      const corners = ([[0, 0], [4, 0], [0, 4]] as const).map(([dx, dy]) => tipped.fromRecorded([x + dx, y + dy])!); // prettier-ignore
      const [a, b, c] = corners as [Vec2, Vec2, Vec2];
      const area = Math.abs((b[0] - a[0]) * (c[1] - a[1]) - (b[1] - a[1]) * (c[0] - a[0])) / 300 ** 2;
      expect(area / (16 / ow ** 2)).toBeCloseTo(1, 1);
      const back = samePlace(AS_SHOT, [ox, oy, ow, oh], tipped);
      back.forEach((v, i) => expect(v).toBeCloseTo(plane[i]!, 2));
    }),
    { numRuns: 40 },
  ));

test("halves do not overlap, and each shows the middle at the same scale", () => {
  const field: Rect = [52, 58, 801, 600];
  for (const above of [false, true]) {
    const [a, b] = halves(field, above);
    expect(above ? a[1] + a[3] < b[1] : a[0] + a[2] < b[0]).toBe(true);
    expect(b[0] + b[2]).toBeLessThanOrEqual(field[0] + field[2]);
    const plane = planeOfPart([0, 0, 1602, 1200], field, a);
    expect(plane[2] / a[2]).toBeCloseTo(2, 9);
    expect(plane[0] + plane[2] / 2).toBeCloseTo(801, 9);
  }
});

test("a wipe shows what lies to the right of its edge, or below it, at any angle", () => {
  expect(wiped([100, 50], [0.25, 0.5], 0)).toEqual([[25, 0], [100, 0], [100, 50], [25, 50]]); // prettier-ignore
  const below = wiped([100, 50], [0.5, 0.5], 90);
  expect(Math.min(...below.map((p) => p[1]))).toBeCloseTo(25, 9);
  fc.assert(
    fc.property(
      fc.double({ min: 0, max: 1, noNaN: true }),
      fc.double({ min: 0, max: 1, noNaN: true }),
      fc.double({ min: -180, max: 180, noNaN: true }),
      (x, y, angle) => {
        const areaOf = (p: readonly Vec2[]): number =>
          Math.abs(p.reduce((s, a, i) => s + a[0] * p[(i + 1) % p.length]![1] - a[1] * p[(i + 1) % p.length]![0], 0)) /
          2;
        // What either side shows makes up the whole.
        expect(areaOf(wiped([100, 50], [x, y], angle)) + areaOf(wiped([100, 50], [x, y], angle + 180))).toBeCloseTo(
          5000,
          3,
        );
      },
    ),
  );
});
