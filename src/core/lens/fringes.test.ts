import fc from "fast-check";
import { type Fringe, fringedRadius, greenRadius, lightKept, stopsLost } from ".";

const term = fc.double({ min: -0.01, max: 0.01, noNaN: true });

test("a channel's radius and back is the radius of green", () => {
  fc.assert(
    fc.property(term, term, fc.double({ min: 0, max: 1.2, noNaN: true }), (a, b, r) => {
      const fringe: Fringe = [a, b];
      expect(greenRadius(fringe, fringedRadius(fringe, r))).toBeCloseTo(r, 12);
    }),
  );
});

test("no fringe changes no radius, and a fringe none in the middle", () => {
  expect(fringedRadius([0, 0], 0.7)).toBe(0.7);
  expect(fringedRadius([0.002, -0.001], 0)).toBe(0);
});

test("half the light is one stop; nothing is lost in the middle", () => {
  expect(lightKept([-0.5, 0, 0], 1)).toBe(0.5);
  expect(stopsLost([-0.5, 0, 0], 1)).toBe(1);
  expect(stopsLost([-0.5, -0.1, 0.02], 0)).toBeCloseTo(0, 12);
  fc.assert(
    fc.property(fc.double({ min: 0, max: 1, noNaN: true }), (r) =>
      expect(2 ** -stopsLost([-0.4, -0.2, 0.05], r)).toBeCloseTo(lightKept([-0.4, -0.2, 0.05], r), 12),
    ),
  );
});
