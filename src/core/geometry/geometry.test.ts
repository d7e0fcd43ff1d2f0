import fc from "fast-check";
import {
  type Mat3,
  type Vec2,
  bounds,
  chebyshevToSegment,
  clipToRect,
  contains,
  invert3,
  multiply3,
  project3,
  rectOutline,
  borderOf,
  signedArea,
  signedChebyshev,
  withoutCollinear,
} from ".";

const coordinate = fc.double({ min: -100, max: 100, noNaN: true });

describe("matrices", () => {
  test("a matrix times its inverse is the identity", () => {
    const m: Mat3 = [2, 0.3, -5, 0.1, 1.5, 7, 0.001, -0.002, 1];
    const product = multiply3(m, invert3(m));
    [1, 0, 0, 0, 1, 0, 0, 0, 1].forEach((v, i) => expect(product[i]).toBeCloseTo(v, 12));
  });

  test("a singular matrix is refused", () => {
    expect(() => invert3([1, 2, 3, 2, 4, 6, 0, 0, 1])).toThrow(RangeError);
  });

  test("a point behind the plane at infinity projects to nothing", () => {
    expect(project3([1, 0, 0, 0, 1, 0, 0, 1, 0], [3, -1])).toBeNull();
    expect(project3([1, 0, 0, 0, 1, 0, 0, 1, 0], [3, 2])).toEqual([1.5, 1]);
  });
});

describe("polygons", () => {
  test("the outline of a rectangle encloses its area, and without its collinear points is its corners", () => {
    const outline = rectOutline([10, 20, 30, 40], 16);
    expect(outline).toHaveLength(64);
    expect(signedArea(outline)).toBeCloseTo(1200, 9);
    expect(withoutCollinear(outline, 0.001)).toHaveLength(4);
    expect(bounds(outline)).toEqual([10, 20, 30, 40]);
  });

  test("clipping to a rectangle keeps what lies inside", () => {
    const diamond: Vec2[] = [
      [0, -10],
      [10, 0],
      [0, 10],
      [-10, 0],
    ];
    expect(Math.abs(signedArea(clipToRect(diamond, [0, 0, 20, 20])))).toBeCloseTo(50, 9);
    expect(clipToRect(diamond, [50, 50, 1, 1])).toHaveLength(0);
    expect(contains(diamond, [3, 3])).toBe(true);
    expect(contains(diamond, [8, 8])).toBe(false);
  });
});

test("Chebyshev distance to a segment agrees with a fine walk along it", () => {
  fc.assert(
    fc.property(coordinate, coordinate, coordinate, coordinate, coordinate, coordinate, (px, py, ax, ay, bx, by) => {
      let walked = Infinity;
      for (let i = 0; i <= 2000; i++) {
        const t = i / 2000;
        walked = Math.min(walked, Math.max(Math.abs(ax + (bx - ax) * t - px), Math.abs(ay + (by - ay) * t - py)));
      }
      const exact = chebyshevToSegment(ax - px, ay - py, bx - ax, by - ay);
      expect(exact).toBeLessThanOrEqual(walked + 1e-9);
      expect(walked - exact).toBeLessThan(0.12);
    }),
  );
});

test("the distance to a border is negative outside", () => {
  const square = borderOf(
    [
      [0, 0],
      [20, 0],
      [20, 10],
      [0, 10],
    ],
    2,
  );
  expect(signedChebyshev(square, 5, 5)).toBe(5);
  expect(signedChebyshev(square, 5, 3)).toBe(3);
  expect(signedChebyshev(square, 14, 5)).toBe(-4);
});
