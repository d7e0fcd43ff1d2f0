import { NO_FINISH } from "../finish";
import { COURSES, type Recipe, emptyRecipe, laidCourses, readRecipe } from "../recipe";
import { carryCourses, edited } from ".";

const size = [4000, 3000] as const;

function worked(): Recipe {
  const recipe = emptyRecipe();
  recipe.lens = { ...recipe.lens, from: "by-hand", k: [-0.08, 0, 0], centre: [2000, 1500] };
  recipe.lines = [{ id: "l", kind: "plumb", points: [[100, 100], [120, 900]], on: true }]; // prettier-ignore
  recipe.attitude = { ...recipe.attitude, from: "by-hand", pitch: 9, ease: { plumb: 0.8, sill: 1 } };
  recipe.proportion = { ...recipe.proportion, from: "by-hand", height: 1.1, perPixel: 0.01 };
  recipe.frame = { ...recipe.frame, ratio: 1.5, rule: "free", rect: [1, 2, 300, 200], keep: [{ id: "k", at: [5, 5] }] };
  recipe.edges = { ...recipe.edges, gaps: "plain", plain: "#ffffff", strokes: [{ id: "s", kind: "mend", points: [[9, 9]], radius: 5, on: true }] }; // prettier-ignore
  recipe.finish = { ...NO_FINISH, exposure: 1, even: 1, blur: 0.9, noise: 0.01, masks: [{ id: "w", kind: "wash", on: true, ends: [[1, 1], [2, 2]], exposure: 1 }] }; // prettier-ignore
  return recipe;
}
const ALL = COURSES.map((c) => c.key);

test("settings go over, marks and measures of the first photo do not; what the second one has of its own stays", () => {
  const other = emptyRecipe();
  other.lines = [{ id: "own", kind: "sill", points: [[1, 1], [900, 5]], on: true }]; // prettier-ignore
  other.frame = { ...other.frame, keep: [{ id: "mine", at: [7, 7] }] };
  const carried = carryCourses(worked(), ALL).apply(other);
  expect(carried.lens).toMatchObject({ k: [-0.08, 0, 0], centre: null });
  expect(carried.lines).toBe(other.lines);
  expect(carried.attitude).toMatchObject({ from: "by-hand", pitch: 9 });
  expect(carried.proportion).toEqual({ ...other.proportion, from: "by-hand", height: 1.1 });
  expect(carried.frame).toMatchObject({ ratio: 1.5, rule: "clean", rect: null, keep: [{ id: "mine" }] });
  expect(carried.edges).toEqual({ ...other.edges, gaps: "plain", plain: "#ffffff" });
  expect(carried.finish).toEqual({ ...NO_FINISH, exposure: 1, even: 1 });
  expect(readRecipe(JSON.parse(JSON.stringify(carried)))).toEqual(carried);
});

test("courses that are not asked for stay the very same, and carrying twice is carrying once", () => {
  const other = emptyRecipe();
  const only = carryCourses(worked(), ["finish"]).apply(other);
  for (const key of ["lens", "attitude", "proportion", "frame", "edges"] as const) expect(only[key]).toBe(other[key]);
  expect(carryCourses(worked(), ["finish"]).apply(only)).toBe(only);
  expect(carryCourses(emptyRecipe(), ["finish"]).apply(only)).toEqual(emptyRecipe());
  expect(carryCourses(worked(), []).apply(other)).toBe(other);
});

test("an attitude that lines tell stays that of the other photo's own lines; how far it is eased goes over", () => {
  const from = { ...worked(), attitude: { ...worked().attitude, from: "lines" as const } };
  const carried = edited(emptyRecipe(), carryCourses(from, ["lines"]), size);
  expect(carried.attitude).toMatchObject({ from: "lines", pitch: 0, ease: { plumb: 0.8, sill: 1 } });
});

test("the courses that settle something are told", () => {
  expect(laidCourses(emptyRecipe())).toEqual([]);
  expect(laidCourses(worked())).toEqual(ALL);
});
