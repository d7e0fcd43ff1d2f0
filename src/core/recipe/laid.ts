import { COURSES, type CourseKey } from "./courses";
import type { Recipe } from "./schema";

/** The courses that a recipe has settled. */
export const laidCourses = (recipe: Recipe): CourseKey[] =>
  COURSES.filter((course) => course.laid(recipe)).map((course) => course.key);
