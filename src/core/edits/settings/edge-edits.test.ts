import fc from "fast-check";
import { GAP_CHOICES, SIDES, choiceFor } from "../../edges";
import { emptyRecipe, parseRecipe } from "../../recipe";
import {
  addSource,
  allGaps,
  answerOf,
  deleteSource,
  gapChoice,
  gapColour,
  mayRepeat,
  reachIn,
  switchSource,
} from "./edge-edits";

const choice = fc.constantFrom(...GAP_CHOICES);
const side = fc.constantFrom(...SIDES);

test("after any edits the last word on each side holds, and the recipe reads back as it is", () => {
  fc.assert(
    fc.property(fc.array(fc.tuple(fc.option(side), choice), { maxLength: 12 }), (all) => {
      let recipe = emptyRecipe();
      const last = new Map(SIDES.map((s) => [s, "leave"]));
      for (const [s, c] of all) {
        recipe = (s === null ? allGaps(c) : gapChoice(s, c)).apply(recipe);
        for (const one of SIDES) if (s === null || s === one) last.set(one, c);
      }
      for (const s of SIDES) expect(choiceFor(recipe.edges, s).do).toBe(last.get(s));
      expect(parseRecipe(JSON.stringify(recipe))).toEqual(recipe);
    }),
  );
});

test("a colour of its own stays with its side; numbers that say nothing leave no key", () => {
  let recipe = gapColour("top", "#aabbcc").apply(allGaps("plain").apply(emptyRecipe()));
  expect(choiceFor(recipe.edges, "top")).toEqual({ do: "plain", plain: "#aabbcc" });
  expect(choiceFor(recipe.edges, "left").plain).toBe("#ffffff");
  recipe = gapChoice("top", "fill").apply(recipe);
  expect(choiceFor(gapChoice("top", "plain").apply(recipe).edges, "top").plain).toBe("#aabbcc");
  const before = emptyRecipe();
  const there = mayRepeat(true).apply(answerOf(3).apply(reachIn(8).apply(before)));
  expect(there.edges).toMatchObject({ reach: 8, seed: 3, repeat: true });
  expect(mayRepeat(false).apply(answerOf(1).apply(reachIn(0).apply(there)))).toEqual(before);
});

test("areas are added, switched and deleted", () => {
  const before = emptyRecipe();
  const there = addSource("s", "never", [
    [1, 2],
    [30, 2],
    [30, 40],
  ]).apply(before);
  expect(switchSource("s", false).apply(there).edges.sources).toMatchObject([{ id: "s", on: false }]);
  expect(deleteSource("s").apply(there)).toEqual(before);
});
