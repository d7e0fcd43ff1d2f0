import { emptyRecipe } from "../../recipe";
import { seenBy } from "../../testing";
import { settle, solveRecipe, withCamera } from "..";
import { recipeWith, size } from "../recipes.testing";

const edges = [
  [0.35, -0.5],
  [-0.3, -0.45],
].map(([x, y], i) => {
  const camera = { focalPx: 280, principal: [150, 100] as const };
  const attitude = { pitch: 9, yaw: 0, roll: 1.5 };
  const ends = [y!, 0.15].map((v) => seenBy(camera, attitude, [x!, v, 1])!);
  return { id: `e${i}`, kind: "plumb" as const, points: ends.map((p): [number, number] => [p[0], p[1]]), on: true };
});

test("an attitude from lines that was never solved is solved; a stored one is kept", () => {
  const fresh = settle(
    recipeWith((r) => void (r.lines = edges)),
    size,
  );
  expect(fresh.attitude.pitch).toBeCloseTo(9, 6);
  expect(fresh.attitude.roll).toBeCloseTo(1.5, 6);
  const stored = settle(
    recipeWith((r) => {
      r.lines = edges;
      r.attitude.pitch = 4;
    }),
    size,
  );
  expect(stored.attitude.pitch).toBe(4);
});

test("a line that is switched off does not count; one line alone changes nothing", () => {
  const one = recipeWith((r) => void (r.lines = [edges[0]!, { ...edges[1]!, on: false }]));
  const { solution, messages } = solveRecipe(withCamera(one, size), size);
  expect(solution.status).toBe("one");
  expect(messages[0]!.code).toBe("one");
  expect(settle(one, size).attitude).toMatchObject({ pitch: 0, roll: 0 });
});

test("the camera comes from the recipe first, then the photo, then a guess", () => {
  const bare = emptyRecipe();
  expect(withCamera(bare, size, { equivalent: 24 }).camera.focalFrom).toBe("metadata");
  expect(withCamera(bare, size).camera.focalFrom).toBe("assumed");
  expect(
    withCamera(
      recipeWith(() => undefined),
      size,
      { equivalent: 24 },
    ).camera.focalPx,
  ).toBe(280);
  expect(withCamera(bare, size).lens.centre).toEqual([150, 100]);
});
