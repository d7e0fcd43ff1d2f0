import type { Vec2 } from "../geometry";
import { makeLens } from "../lens";
import { between, madeUpCamera, madeUpPlumbs, madeUpSills, normalFrom, randomFrom } from "../testing";
import type { LineInput } from "./line-model";
import { solveLines } from "./solve-lines";

test("walls two to four degrees apart are told apart by four sills each, and one wall is not cut in two", () => {
  const [random, normal] = [randomFrom(277), normalFrom(randomFrom(65))];
  const parted = { 0: 0, 2: 0, 3: 0, 4: 0 };
  for (const apart of [0, 2, 3, 4] as const)
    for (let n = 0; n < 60; n++) {
      const made = { ...madeUpCamera(random), k1: 0 };
      const heading = between(random, 5, 40);
      const shaken = ([x, y]: Vec2): Vec2 => [x + 0.5 * normal(), y + 0.5 * normal()];
      const inputs = [
        ...madeUpPlumbs(made, random, 4).map((ends) => ["plumb", ends] as const),
        ...[heading, heading + apart].flatMap((h) =>
          madeUpSills(made, random, h, 4).map((ends) => ["sill", ends] as const),
        ),
      ].map(([kind, [a, b]], i): LineInput => ({ id: `l${i}`, kind, ends: [shaken(a), shaken(b)] }));
      const { walls, doubtful } = solveLines(made.intrinsics, makeLens(made.size, null), inputs);
      if (walls.length > 1 || doubtful) parted[apart]++;
    }
  expect(parted[0]).toBeLessThanOrEqual(2);
  for (const apart of [2, 3, 4] as const) expect(parted[apart]).toBeGreaterThanOrEqual(57);
});
