import { COURSES, type CourseKey } from "@/core/recipe";

/** Whether a course can be worked at already. */
export const isReady = (key: CourseKey): boolean => COURSES.some((c) => c.key === key && c.ready);
