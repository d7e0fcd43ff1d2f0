import { emptyRecipe } from "../../recipe";
import { drawnOut, sightOf } from ".";

const camera = { focalPx: 1000, principal: [1500, 1000] as [number, number] };
const sight = (surface: number) =>
  sightOf({
    camera,
    proportion: emptyRecipe().proportion,
    shape: { on: true, taut: [], joints: [], faces: [], shields: [], surface },
  });

test("a flat view draws out by one over cos², a cylinder only upwards, and the middle not at all", () => {
  const flat = drawnOut(sight(0), [0, 0, 3000, 2000], 1000);
  expect(flat.factor).toBeCloseTo(1 + 1.5 ** 2 + 1, 3);
  expect(flat.at[0] === 0 || flat.at[0] === 3000).toBe(true);
  const round = drawnOut(sight(1), [0, 0, 3000, 2000], 1000);
  // Upwards on a cylinder it is the tangent's slope: 1 / cos² of 45 degrees.
  expect(round.factor).toBeCloseTo(2, 3);
  expect(drawnOut(sight(1), [0, 990, 3000, 20], 1000).factor).toBeLessThan(1.001);
  const between = drawnOut(sight(0.5), [0, 0, 3000, 2000], 1000).factor;
  expect(between).toBeGreaterThan(2);
  expect(between).toBeLessThan(flat.factor);
});
