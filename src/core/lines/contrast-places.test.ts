import { contrastPlaces } from "./contrast-places";

/** Grey with hard black squares at the places given. */
function picture(squares: readonly (readonly [number, number])[]) {
  const [width, height] = [1200, 800];
  const data = new Uint8Array(width * height).fill(160);
  for (const [x, y] of squares)
    for (let j = -14; j < 14; j++) data.fill(10, (y + j) * width + x - 14, (y + j) * width + x + 14);
  return { data, width, height };
}

test("the corner's edge comes before the middle's, and every place is on an edge", () => {
  const squares = [
    [600, 400],
    [1120, 730],
    [100, 90],
  ] as const;
  const found = contrastPlaces(picture(squares));
  expect(found).toHaveLength(3);
  for (const [x, y] of found) expect(squares.some((s) => Math.hypot(s[0] - x, s[1] - y) < 45)).toBe(true);
  expect(Math.hypot(found[2]![0] - 600, found[2]![1] - 400)).toBeLessThan(45);
});

test("without contrast there is no place", () => {
  expect(contrastPlaces(picture([]))).toEqual([]);
});
