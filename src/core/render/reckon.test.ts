import { emptyRecipe } from "../recipe";
import { reckon } from "./reckon";

const withStrokes = (count: number, radius: number, length = 0) => {
  const recipe = emptyRecipe();
  recipe.edges.strokes = Array.from({ length: count }, (_, i) => ({
    id: `s${i}`,
    kind: "mend",
    points: [[0, 0], [length, 0]] as [number, number][], // prettier-ignore
    radius,
    on: true,
  }));
  return recipe;
};

test("a recipe of nothing asks for nothing; a stated frame for its pixels; a longer side for those of a square at most", () => {
  expect(reckon(emptyRecipe())).toEqual({ pixels: 0, strokeSeconds: 0, widest: 0 });
  const framed = emptyRecipe();
  Object.assign(framed.frame, { rule: "free", rect: [0, 0, 60_000, 60_000] });
  expect(reckon(framed).pixels).toBe(3.6e9);
  framed.frame.on = false;
  expect(reckon(framed).pixels).toBe(0);
});

test("strokes are reckoned by number, way and width, each the more the longer; switched off they cost nothing", () => {
  const one = reckon(withStrokes(1, 40)).strokeSeconds;
  expect(one).toBeGreaterThan(0.1);
  expect(one).toBeLessThan(2);
  expect(reckon(withStrokes(3, 40)).strokeSeconds).toBeCloseTo(3 * one, 9);
  expect(reckon(withStrokes(1, 40, 2000)).strokeSeconds).toBeGreaterThan(2 * one);
  expect(reckon(withStrokes(1, 20_000))).toMatchObject({ widest: 20_000 });
  const off = withStrokes(200, 500);
  off.edges.on = false;
  expect(reckon(off).strokeSeconds).toBe(0);
});
