import { many } from "../../soak.testing";
import { type Recipe, emptyRecipe } from "../../recipe";
import { type MadeUpCamera, between, madeUpCamera, madeUpPlumbs, madeUpSills, randomFrom } from "../../testing";
import { solveRecipe, withCamera, withSolvedAttitude } from "..";

/** A recipe whose lines tell a focal length, while it still holds the one that other lines told. */
function holdingAnother(seed: number): { made: MadeUpCamera; recipe: Recipe } {
  const random = randomFrom(seed);
  const made = { ...madeUpCamera(random), k1: 0, attitude: { pitch: between(random, 5, 25), yaw: 0, roll: 1 } };
  const heading = between(random, -60, -30);
  const recipe = emptyRecipe();
  const kinds = [
    ...madeUpPlumbs(made, random, 4).map((ends) => ["plumb", ends] as const),
    ...[heading, heading + 90].flatMap((h) => madeUpSills(made, random, h, 4).map((ends) => ["sill", ends] as const)),
  ];
  recipe.lines = kinds.map(([kind, ends], i) => ({
    id: `l${i}`,
    kind,
    points: ends.map(([x, y]): [number, number] => [x, y]),
    on: true,
  }));
  const focalPx = made.intrinsics.focalPx * (seed % 2 ? 2 : 0.5);
  recipe.camera = { focalPx, focalFrom: "solved", principal: [1500, 1000] };
  return { made, recipe };
}

test("a focal length that other lines told is no hint: it is looked for from anywhere", () => {
  let [told, wrong] = [0, 0];
  for (let seed = 0; seed < many(120, 40); seed++) {
    const { made, recipe } = holdingAnother(seed);
    const { focal } = solveRecipe(withCamera(recipe, made.size), made.size).solution;
    if (!focal) continue;
    told++;
    if (Math.abs(focal.focalPx / made.intrinsics.focalPx - 1) > 0.001) wrong++;
  }
  // From half or twice the true one it says nothing now and then, and twice in 120 it is misled; near the one given, by dozens.
  expect(told).toBeGreaterThan(0.875 * many(120, 40));
  expect(wrong).toBeLessThanOrEqual(2);
});

test("just solved, it is found again where it is", () => {
  for (let seed = 0; seed < many(120, 40); seed++) {
    const { made, recipe } = holdingAnother(seed);
    recipe.attitude.from = "lines";
    const solved = withSolvedAttitude(recipe, made.size);
    if (solved.camera.focalFrom !== "solved") continue;
    const { focal } = solveRecipe(withCamera(solved, made.size), made.size, true).solution;
    expect(focal!.focalPx / solved.camera.focalPx!).toBeCloseTo(1, 5);
  }
});
