import { makeLens } from "@/core/lens";
import { emptyRecipe } from "@/core/recipe";
import { AS_SHOT, compile, settle } from "@/core/render";
import { distanceToPath, hitTest, onScreen, pathOf, recordedAt } from "./projection";

const size = [3000, 2000] as const;
const view = { scale: 0.25, shift: [60, 70] as const };
const line = {
  id: "a",
  kind: "plumb" as const,
  points: [
    [600, 300],
    [620, 1800],
  ] as [number, number][],
  on: true,
};

function corrected() {
  const recipe = emptyRecipe();
  recipe.camera.focalPx = 1750;
  recipe.lens.k = [-0.05, 0.01, 0];
  Object.assign(recipe.attitude, { from: "by-hand", pitch: 12, roll: -2 });
  const map = compile(settle(recipe, size), size);
  return { map, lens: map.lens, view };
}

test("a mark comes back to the very place it was put, in both views", () => {
  for (const projection of [corrected(), { map: AS_SHOT, lens: makeLens(size, null), view }]) {
    const screen = onScreen(projection, [812.4, 300.2])!;
    const back = recordedAt(projection, screen)!;
    expect(back[0]).toBeCloseTo(812.4, 6);
    expect(back[1]).toBeCloseTo(300.2, 6);
  }
});

test("a straight edge is drawn straight where it is corrected, and bowed as shot", () => {
  const projection = corrected();
  const ends: [[number, number], [number, number]] = [
    [150, 100],
    [150, 1900],
  ];
  const bend = (path: readonly (readonly [number, number])[]): number => {
    const middle = path[path.length >> 1]!;
    return distanceToPath([path[0]!, path.at(-1)!], middle);
  };
  expect(bend(pathOf(projection, ends))).toBeLessThan(1e-6);
  expect(bend(pathOf({ ...projection, map: AS_SHOT }, ends))).toBeGreaterThan(2);
});

test("ends are found before lines, and nothing where nothing is", () => {
  const projection = { map: AS_SHOT, lens: makeLens(size, null), view };
  expect(hitTest(projection, [line], null, [60 + 150 + 5, 70 + 75])).toMatchObject({ on: "end", id: "a", end: 0 });
  expect(hitTest(projection, [line], null, [60 + 152 + 6, 70 + 260])).toEqual({ on: "line", id: "a" });
  expect(hitTest(projection, [line], null, [400, 300])).toEqual({ on: "nothing" });
  expect(hitTest(projection, [], null, [60, 70])).toEqual({ on: "nothing" });
});
