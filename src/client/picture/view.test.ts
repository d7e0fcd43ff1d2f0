import fc from "fast-check";
import { fitView, panBy, planeUnder, toPlane, toScreen, zoomAt } from "./view";

const n = (low: number, high: number) => fc.double({ min: low, max: high, noNaN: true });
const views = fc.record({ scale: n(0.05, 8), shift: fc.tuple(n(-3000, 3000), n(-3000, 3000)) });

test("the point under the pointer stays there while zooming", () => {
  fc.assert(
    fc.property(views, fc.tuple(n(0, 1200), n(0, 800)), n(0.05, 8), (view, pointer, scale) => {
      const before = toPlane(view, pointer);
      const after = toPlane(zoomAt(view, pointer, scale), pointer);
      expect(after[0]).toBeCloseTo(before[0], 5);
      expect(after[1]).toBeCloseTo(before[1], 5);
    }),
  );
});

test("fitting shows all of the extent, centred, and no larger than 800 %", () => {
  const field = [50, 60, 800, 500] as const;
  const view = fitView([-300, -200, 3600, 2400], field);
  const [x0, y0] = toScreen(view, [-300, -200]);
  const [x1, y1] = toScreen(view, [3300, 2200]);
  expect(Math.min(x0 - 50, y0 - 60)).toBeCloseTo(0, 6);
  expect(x0 - 50).toBeCloseTo(850 - x1, 6);
  expect(y0 - 60).toBeCloseTo(560 - y1, 6);
  expect(fitView([0, 0, 10, 10], field).scale).toBe(8);
});

test("panning moves the screen, and what lies under a rectangle follows", () => {
  const view = panBy({ scale: 2, shift: [10, 20] }, [30, 40]);
  expect(toScreen(view, [0, 0])).toEqual([40, 60]);
  expect(planeUnder(view, [40, 60, 200, 100])).toEqual([0, 0, 100, 50]);
});
