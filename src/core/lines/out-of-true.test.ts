import { offHorizontal, offVertical, outOfTrue } from ".";

test("a line's angle from the vertical, whichever end comes first", () => {
  expect(offVertical([0, 0], [0, 10])).toBe(0);
  expect(offVertical([10, 0], [0, 10])).toBeCloseTo(45, 12);
  expect(offVertical([0, 10], [10, 0])).toBeCloseTo(45, 12);
  expect(offHorizontal([0, 0], [10, 1])).toBeCloseTo(5.7106, 4);
});

test("plumbs are measured from the vertical, sills from the horizontal, tauts not at all", () => {
  expect(outOfTrue("plumb", [0, 0], [1, 100])).toBeCloseTo(0.573, 3);
  expect(outOfTrue("sill", [0, 0], [100, 1])).toBeCloseTo(0.573, 3);
  expect(outOfTrue("taut", [0, 0], [3, 4])).toBe(0);
});
