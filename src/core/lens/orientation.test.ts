import fc from "fast-check";
import type { Vec2 } from "../geometry";
import type { Lens } from "./lens";
import { makeLens } from "./make-lens";
import { type Orientation, asDisplayed, asStored, orientationOf } from "./orientation";

const stored = { p: [0.0006, -0.0011] as const, centre: [0.02, -0.013] as const };
const SIZE: Vec2 = [300, 200];
const ALL: readonly Orientation[] = [1, 2, 3, 4, 5, 6, 7, 8];

const lensOf = ({ p, centre }: typeof stored, [w, h]: Vec2): Lens => {
  const unit = Math.hypot(w, h) / 2;
  return makeLens([w, h], {
    k: [-0.05, 0, 0],
    p,
    centre: [w / 2 + centre[0] * unit, h / 2 + centre[1] * unit],
    amount: 1,
  });
};

/** Where a stored place is displayed, written out one by one from the meaning of the EXIF values. */
function shown(orientation: Orientation, [x, y]: Vec2): Vec2 {
  const [w, h] = SIZE;
  switch (orientation) {
    case 1:
      return [x, y];
    case 2:
      return [w - x, y];
    case 3:
      return [w - x, h - y];
    case 4:
      return [x, h - y];
    case 5:
      return [y, x];
    case 6:
      return [h - y, x];
    case 7:
      return [h - y, w - x];
    case 8:
      return [y, w - x];
  }
}

test.each(ALL)("orientation %i: the lens bends the displayed picture as it bent the stored one", (orientation) => {
  const displayedSize: Vec2 = orientation >= 5 ? [SIZE[1], SIZE[0]] : SIZE;
  const before = lensOf(stored, SIZE);
  const after = lensOf(asDisplayed(stored, orientation), displayedSize);
  fc.assert(
    fc.property(fc.double({ min: 0, max: 300, noNaN: true }), fc.double({ min: 0, max: 200, noNaN: true }), (x, y) => {
      const expected = shown(orientation, before.undistort([x, y]));
      const found = after.undistort(shown(orientation, [x, y]));
      expect(found[0]).toBeCloseTo(expected[0], 9);
      expect(found[1]).toBeCloseTo(expected[1], 9);
    }),
  );
});

test.each(ALL)("orientation %i: stored and displayed undo each other", (orientation) => {
  const back = asStored(asDisplayed(stored, orientation), orientation);
  expect(back).toEqual(stored);
});

test("what is no orientation leaves the picture as it lies", () => {
  expect([0, 9, "6", null, undefined, 2.5].map(orientationOf)).toEqual([1, 1, 1, 1, 1, 1]);
  expect(orientationOf(6)).toBe(6);
});
