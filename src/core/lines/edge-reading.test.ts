import fc from "fast-check";
import type { Vec2 } from "../geometry";
import { normalFrom, randomFrom } from "../testing";
import { edgeReading } from "./edge-reading";

const rad = Math.PI / 180;
/** Places evenly along a line at so many degrees from the x axis, y down. */
const along = (deg: number, long: number, n: number, noise = 0, random = () => 0): Vec2[] =>
  Array.from({ length: n }, (_, i) => {
    const t = (i / (n - 1) - 0.5) * long;
    const off = noise * random();
    return [100 + t * Math.cos(deg * rad) - off * Math.sin(deg * rad), 50 + t * Math.sin(deg * rad) + off * Math.cos(deg * rad)] as const; // prettier-ignore
  });

test("angles are told from what an edge is nearer to, whichever way it was drawn", () =>
  fc.assert(
    fc.property(fc.double({ min: -44, max: 44, noNaN: true }), fc.boolean(), fc.boolean(), (off, standing, back) => {
      // The top of a vertical to the right is above 0.
      const places = along(standing ? -90 + off : off, 300, 2);
      const { from, degrees } = edgeReading(back ? [...places].reverse() : places, 1);
      expect(from).toBe(standing ? "vertical" : "horizontal");
      expect(degrees).toBeCloseTo(off, 8);
    }),
  ));

test("the deviation is what comes of it, by hand and along an edge: normalised errors of one", () => {
  const random = normalFrom(randomFrom(11));
  for (const [n, noise] of [
    [60, 0.3],
    [12, 0.5],
  ] as const) {
    const errors = Array.from({ length: 400 }, () => {
      const { degrees, sigma } = edgeReading(along(3, 400, n, noise, random), 1);
      return (degrees - 3) / sigma;
    });
    const spread = Math.sqrt(errors.reduce((s, e) => s + e * e, 0) / errors.length);
    expect(spread).toBeGreaterThan(0.85);
    expect(spread).toBeLessThan(1.25);
  }
  const byHand = Array.from({ length: 400 }, () => {
    const { degrees, sigma } = edgeReading(along(3, 400, 2, 0.8, random), 0.8);
    return (degrees - 3) / sigma;
  });
  const spread = Math.sqrt(byHand.reduce((s, e) => s + e * e, 0) / byHand.length);
  expect(spread).toBeGreaterThan(0.85);
  expect(spread).toBeLessThan(1.15);
});

test("what is no edge is refused", () => {
  expect(() => edgeReading([[1, 1]], 1)).toThrow(RangeError);
  expect(() => edgeReading([[1, 1], [1, 1]], 1)).toThrow(RangeError); // prettier-ignore
});
