import { put } from "@/language";
import { emptyRecipe, readRecipe, recipeSchema } from "../../recipe";
import { changeWords } from "../change-words";
import { clearGuides, layGuide, moveGuide, takeGuideAway } from "./guide-edits";

const LEVEL = { id: "a", way: "level", at: 120.5 } as const;
const STANDING = { id: "b", way: "standing", at: -40 } as const;

test("guides are laid, moved and taken away, and a recipe without any has no such key", () => {
  const empty = emptyRecipe();
  const two = layGuide(STANDING).apply(layGuide(LEVEL).apply(empty));
  expect(two.guides).toEqual([LEVEL, STANDING]);
  expect(moveGuide("a", 3).apply(two).guides?.[0]).toEqual({ ...LEVEL, at: 3 });
  expect(moveGuide("a", LEVEL.at).apply(two)).toBe(two);
  expect(moveGuide("none", 3).apply(two)).toBe(two);
  const one = takeGuideAway("a").apply(two);
  expect(one.guides).toEqual([STANDING]);
  expect(takeGuideAway("a").apply(one)).toBe(one);
  expect(takeGuideAway("b").apply(one)).toEqual(empty);
  expect("guides" in takeGuideAway("b").apply(one)).toBe(false);
  expect(clearGuides.apply(two)).toEqual(empty);
  expect(clearGuides.apply(empty)).toBe(empty);
  expect(two.lines).toBe(empty.lines);
});

test("there are a hundred at most, and a recipe keeps them", () => {
  let recipe = emptyRecipe();
  for (let i = 0; i < 105; i++) recipe = layGuide({ ...LEVEL, id: `${i}` }).apply(recipe);
  expect(recipe.guides).toHaveLength(100);
  expect(readRecipe(JSON.parse(JSON.stringify(recipe)))).toEqual(recipe);
  expect(() => recipeSchema.parse({ ...recipe, guides: [{ ...LEVEL, way: "leaning" }] })).toThrow();
});

test("the history tells of them", () => {
  const before = emptyRecipe();
  const after = layGuide(LEVEL).apply(before);
  expect(changeWords(before, after).map(put)).toContain("guide drawn");
});
