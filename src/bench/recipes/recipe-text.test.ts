import { put } from "@/language";
import { emptyRecipe } from "@/core/recipe";
import { pasteEdit, recipeText } from "./recipe-text";

function worked() {
  const recipe = emptyRecipe();
  recipe.lens.k = [-0.05, 0.01, 0];
  recipe.frame.ratio = 1.5;
  recipe.lines.push({
    id: "a",
    kind: "plumb",
    on: true,
    points: [
      [1, 2],
      [3, 400],
    ],
  });
  return recipe;
}

test("courses of a copied recipe are put on another, whose own marks stay", () => {
  const onto = emptyRecipe();
  onto.guides = [{ id: "g", way: "level", at: 10 }];
  const edit = pasteEdit(recipeText(worked()));
  const after = edit.apply(onto);
  expect(put(edit.label)).toBe("Paste a recipe");
  expect(after.lens.k).toEqual([-0.05, 0.01, 0]);
  expect(after.frame.ratio).toBe(1.5);
  expect(after.guides).toEqual(onto.guides);
  // Lines are this photo's own.
  expect(after.lines).toEqual([]);
});

test.each([
  ["nothing", "", /no recipe on the clipboard/],
  ["words", "hello", /no recipe on the clipboard/],
  ["half a recipe", recipeText(worked()).slice(0, 50), /no recipe on the clipboard/],
  ["something else", '{"format":"other"}', /no recipe on the clipboard/],
  [
    "a recipe that does not hold",
    '{"format":"flat-stone-recipe","version":1,"lens":{"k":5}}',
    /does not hold, at lens.k/,
  ],
  ["a recipe in which nothing is set", recipeText(emptyRecipe()), /Nothing is set/],
])("%s is refused in words", (_, text, words) => {
  expect(() => pasteEdit(text)).toThrow(words);
});
