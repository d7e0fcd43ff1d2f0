import { borderNear, kindAt, runsOf, seamsOf } from "./region-cells";

const REGIONS = { cell: [10, 20] as const, columns: 4, rows: 3, kinds: "ss..st..ggg." };

test("cells that show the same are one run; between others there is a border, not where the gap ends", () => {
  expect(runsOf(REGIONS)).toEqual([
    { kind: "sky", column: 0, row: 0, count: 2 },
    { kind: "sky", column: 0, row: 1, count: 1 },
    { kind: "stands", column: 1, row: 1, count: 1 },
    { kind: "ground", column: 0, row: 2, count: 3 },
  ]);
  expect(seamsOf(REGIONS)).toHaveLength(4);
  expect([kindAt(REGIONS, 3, 0), kindAt(REGIONS, -1, 0), kindAt(REGIONS, 0, 3)]).toEqual([null, null, null]);
});

test("the nearest border within reach is taken hold of", () => {
  const frame = [100, 200, 40, 60] as const;
  // Between the sky and what stands in the second row.
  expect(borderNear(REGIONS, frame, [111, 229], 5)).toEqual([110, 230]);
  expect(borderNear(REGIONS, frame, [135, 205], 5)).toBeNull();
});
