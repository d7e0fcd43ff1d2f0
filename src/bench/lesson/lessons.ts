import { BENCH_COURSES } from "../courses";
import { FIRST_LESSON } from "./first-lesson";
import type { Lesson } from "./lesson";

/** All lessons that can be asked for: the first, and those of the courses. */
const LESSONS: readonly Lesson[] = [FIRST_LESSON, ...BENCH_COURSES.flatMap(({ lesson }) => lesson ?? [])];

export const lessonOf = (id: string | null): Lesson | null => LESSONS.find((l) => l.id === id) ?? null;
