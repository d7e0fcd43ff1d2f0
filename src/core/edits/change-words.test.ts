import { put } from "@/language";
import { named } from "../language";
import { NO_FINISH } from "../finish";
import { type Recipe, emptyRecipe } from "../recipe";
import { type Edit, addKeepMark, changeWords, finishTo, setAngles, switchCourse, switchLine } from ".";

const said = (before: Recipe, now: Recipe): string[] => changeWords(before, now).map(put);
const size = [4000, 3000] as const;
const plumb = (id: string) => ({ id, kind: "plumb" as const, points: [[1, 1], [2, 900]] as [number, number][], on: true }); // prettier-ignore
const from = (change: (r: Recipe) => void): Recipe => {
  const recipe = emptyRecipe();
  change(recipe);
  return recipe;
};
const after = (recipe: Recipe, edit: Edit): string[] => said(recipe, edit.apply(recipe));

test("marks are counted by kind: drawn, deleted, switched, changed", () => {
  const two = from((r) => (r.lines = [plumb("a"), plumb("b")]));
  expect(said(emptyRecipe(), two)).toEqual(["2 plumbs drawn"]);
  expect(said(two, { ...two, lines: [plumb("a")] })).toEqual(["plumb deleted"]);
  expect(after(two, switchLine("a"))).toEqual(["plumb switched off"]);
  expect(said(two, { ...two, lines: [plumb("a"), { ...plumb("b"), points: [[5, 5], [6, 90]] }] })).toEqual(["plumb changed"]); // prettier-ignore
  expect(after(emptyRecipe(), addKeepMark("k", [5, 5]))).toEqual(["keep mark drawn"]);
});

test("numbers are told from and to, with their units; what is the same to the last digit shown is not told", () => {
  const pitched = after(emptyRecipe(), setAngles(named("By hand"), size, { pitch: -4.1, yaw: 0 }));
  expect(pitched).toEqual(["pitch 0.00° → −4.10°"]);
  expect(after(emptyRecipe(), finishTo(named("x"), { exposure: 0.5, contrast: 0.2 }))).toEqual([
    "exposure 0.00 stops → 0.50 stops",
    "contrast 0 % → 20 %",
  ]);
});

test("what has no words of its own is told by its course, and leaving a course out is told", () => {
  expect(
    said(
      emptyRecipe(),
      from((r) => (r.frame.ratio = 1.5)),
    ),
  ).toEqual(["frame changed"]);
  expect(
    said(
      emptyRecipe(),
      from((r) => (r.lens.k = [-0.1, 0, 0])),
    ),
  ).toEqual(["lens changed"]);
  expect(
    after(
      from((r) => (r.frame.ratio = 1.5)),
      switchCourse("frame", named("Frame"), false),
    ),
  ).toEqual(["Frame left out"]);
  const curved = { ...emptyRecipe(), finish: { ...NO_FINISH, curve: [[0, 0.1], [1, 1]] as [number, number][] } }; // prettier-ignore
  expect(said(emptyRecipe(), curved)).toEqual(["finish changed"]);
});

test("that a photo was weighed for its frame is not told: nobody did it", () => {
  const weighed = from((r) => (r.frame.detail = { columns: 1, rows: 1, weights: "3" }));
  expect(said(emptyRecipe(), weighed)).toEqual([]);
});

test("nothing is told of nothing, whatever the order of the keys", () => {
  const recipe = from((r) => (r.lines = [plumb("a")]));
  const again = JSON.parse(JSON.stringify(Object.fromEntries(Object.entries(recipe).reverse()))) as Recipe;
  expect(said(recipe, again)).toEqual([]);
});
