import { row, tell } from "../language";
import { COURSES, type CourseKey, type Recipe, emptyRecipe } from "../recipe";
import type { Edit } from "./edit";
import { isSameJson } from "./same-json";

/** A recipe's keys but for those of a course. */
const withoutKeys = (recipe: Recipe, keys: object): object =>
  Object.fromEntries(Object.entries(recipe).filter(([key]) => !Object.hasOwn(keys, key)));

/** Carries courses of a recipe to another photo's; the marks there, and what was measured there, stay. */
export const carryCourses = (from: Recipe, courses: readonly CourseKey[]): Edit => ({
  label: tell("Carry {courses}", {
    courses: row(
      courses.map((key) => COURSES.find((c) => c.key === key)!.name),
      ", ",
    ),
  }),
  apply: (onto) =>
    COURSES.filter(({ key }) => courses.includes(key)).reduce((recipe, { keys, carried }) => {
      const after = { ...withoutKeys(recipe, keys), ...carried(from, recipe) } as Recipe;
      return isSameJson(after, recipe) ? recipe : after;
    }, onto),
});

/** A recipe with one course as if it had never been opened; the camera, which several courses need, stays. */
export function withoutCourse(recipe: Recipe, course: CourseKey): Recipe {
  const { keys } = COURSES.find((c) => c.key === course)!;
  const standard = Object.entries(emptyRecipe()).filter(([key]) => Object.hasOwn(keys, key));
  return { ...withoutKeys(recipe, keys), ...Object.fromEntries(standard) } as Recipe;
}
