import { NO_FINISH } from "@/core/finish";
import { COURSES, emptyRecipe, readRecipe } from "@/core/recipe";
import { withoutCourse } from "./carry";

test.each(COURSES.map((c) => c.key))("without %s all other courses stay, and nothing of it is settled", (key) => {
  const recipe = emptyRecipe();
  recipe.camera = { focalPx: 2000, focalFrom: "stated", principal: null };
  recipe.lens = { ...recipe.lens, k: [-0.1, 0, 0] };
  recipe.attitude = { ...recipe.attitude, from: "by-hand", pitch: 8 };
  recipe.proportion = { ...recipe.proportion, from: "by-hand", height: 1.2 };
  recipe.frame = { ...recipe.frame, ratio: 1.5 };
  recipe.edges = { ...recipe.edges, gaps: "plain" };
  recipe.finish = { ...NO_FINISH, exposure: 1 };
  const course = COURSES.find((c) => c.key === key)!;
  expect(course.laid(recipe)).toBe(true);
  const without = withoutCourse(recipe, key);
  expect(course.laid(without)).toBe(false);
  for (const other of COURSES.filter((c) => c.key !== key)) expect(other.laid(without)).toBe(true);
  expect(without.camera).toEqual(recipe.camera);
  expect(readRecipe(JSON.parse(JSON.stringify(without)))).toEqual(without);
});
