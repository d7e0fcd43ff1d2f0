import type { BenchCourse } from "./bench-course";
import { frameCourse } from "./frame";
import { lensCourse } from "./lens";
import { linesCourse } from "./lines";

/** The courses as the Bench shows them: rail, strip, panels, keys and search come from here. To add one, add it here. */
export const BENCH_COURSES: readonly BenchCourse[] = [lensCourse, linesCourse, frameCourse];

export const benchCourse = (key: string): BenchCourse | undefined => BENCH_COURSES.find((c) => c.key === key);
