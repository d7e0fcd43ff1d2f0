import { sampleGrid } from "./sample-grid";

test("a grid says where in the photo each of its places lies, row by row, and which were never recorded", () => {
  // Half as large and moved; what lies left of 10 was behind the camera.
  const toRecorded = (x: number, y: number, out: Float64Array): void => {
    out[0] = x / 2 + 3;
    out[1] = y / 2 - 1;
    out[2] = x < 10 ? -1e9 : 7;
  };
  const grid = sampleGrid({ toRecorded } as never, [0, 20, 40, 10], 4, 2);
  expect(grid).toHaveLength(4 * 5 * 3);
  const at = (column: number, row: number): number[] => [
    ...grid.subarray(4 * (5 * row + column), 4 * (5 * row + column) + 4),
  ];
  expect(at(1, 0)).toEqual([8, 9, 7, 1]);
  expect(at(4, 2)).toEqual([23, 14, 7, 1]);
  expect([at(0, 0)[3], at(0, 2)[3], at(2, 1)[3]]).toEqual([0, 0, 1]);
});
