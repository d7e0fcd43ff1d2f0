import { COURSES, type CourseKey, type Recipe, emptyRecipe } from "@/core/recipe";

/** A recipe with one course as if it had never been opened; the camera, which several courses need, stays. */
export function withoutCourse(recipe: Recipe, course: CourseKey): Recipe {
  const keys = Object.keys(COURSES.find((c) => c.key === course)!.shape);
  const standard = Object.entries(emptyRecipe()).filter(([key]) => keys.includes(key));
  const rest = Object.entries(recipe).filter(([key]) => !keys.includes(key));
  return Object.fromEntries([...rest, ...standard]) as unknown as Recipe;
}
