import fc from "fast-check";
import { MOST_STROKES, type Stroke } from "../../edges";
import { emptyRecipe, parseRecipe, type Recipe } from "../../recipe";
import {
  addStroke,
  deleteStroke,
  moveStroke,
  strokeAnswer,
  strokeSettings,
  switchStroke,
  thinned,
} from "./stroke-edits";

const made = (id: string, more: Partial<Stroke> = {}): Stroke => ({
  id,
  kind: "mend",
  points: [
    [10, 20],
    [30, 40],
  ],
  radius: 12,
  hardness: 0.7,
  on: true,
  ...more,
});
const graft = (id: string): Stroke => made(id, { kind: "graft", from: [300, 300], along: "floor", lock: "vertical" });
const withTwo = (): Recipe => addStroke(graft("b")).apply(addStroke(made("a")).apply(emptyRecipe()));
const strokeOf = (recipe: Recipe, id: string): Stroke => recipe.edges.strokes!.find((s) => s.id === id)!;

test("strokes are laid one upon the other, read back as they are, and leave no key when the last has gone", () => {
  const recipe = withTwo();
  expect(recipe.edges.strokes!.map((s) => s.id)).toEqual(["a", "b"]);
  expect(parseRecipe(JSON.stringify(recipe))).toEqual(recipe);
  const none = deleteStroke("b").apply(deleteStroke("a").apply(recipe));
  expect(none).toEqual(emptyRecipe());
});

test("a stroke is moved, what it copies stays; switched, set, answered otherwise", () => {
  let recipe = moveStroke("b", [
    [50, 60],
    [70, 80],
  ]).apply(withTwo());
  expect(strokeOf(recipe, "b")).toMatchObject({
    points: [
      [50, 60],
      [70, 80],
    ],
    from: [300, 300],
  });
  expect(moveStroke("b", [[1, 1]]).apply(recipe).edges).toEqual(recipe.edges);
  recipe = switchStroke("a", false).apply(recipe);
  expect(strokeOf(recipe, "a").on).toBe(false);
  recipe = strokeAnswer("a", 3).apply(recipe);
  expect(strokeOf(recipe, "a").seed).toBe(3);
  expect(strokeOf(strokeAnswer("a", 1).apply(recipe), "a")).not.toHaveProperty("seed");
  recipe = strokeSettings("b", { matched: false }).apply(recipe);
  expect(strokeOf(recipe, "b").light).toBe("as-is");
  recipe = strokeSettings("b", { hardness: 0.2, strength: 0.5 }).apply(recipe);
  expect(strokeOf(recipe, "b")).toMatchObject({ hardness: 0.2, strength: 0.5, light: "as-is" });
  expect(strokeOf(strokeSettings("b", { matched: true }).apply(recipe), "b")).not.toHaveProperty("light");
});

test("a recipe holds so many strokes and no more; a graft needs its place, and ids are their own", () => {
  let recipe = emptyRecipe();
  for (let i = 0; i < MOST_STROKES + 3; i++) recipe = addStroke(made(`s${i}`)).apply(recipe);
  expect(recipe.edges.strokes).toHaveLength(MOST_STROKES);
  const bad = (strokes: unknown[]) => () => parseRecipe(JSON.stringify({ ...emptyRecipe(), edges: { strokes } }));
  expect(bad([{ ...graft("b"), from: undefined }])).toThrow("A graft needs the place");
  expect(bad([made("a"), made("a")])).toThrow("id of its own");
  expect(bad([made("a", { press: [1] })])).toThrow("one number a point");
});

test("a way that is thinned keeps its ends and its order", () => {
  fc.assert(
    fc.property(fc.integer({ min: 2, max: 900 }), fc.integer({ min: 2, max: 400 }), (n, most) => {
      const points = Array.from({ length: n }, (_, i) => i);
      const kept = thinned(points, most);
      expect(kept).toHaveLength(Math.min(n, most));
      expect([kept[0], kept.at(-1)]).toEqual([0, n - 1]);
      expect(kept.every((v, i) => i === 0 || v > kept[i - 1]!)).toBe(true);
    }),
  );
});
