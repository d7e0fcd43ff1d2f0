import type { BenchCourse } from "./bench-course";
import { edgesCourse } from "./edges";
import { finishCourse } from "./finish";
import { frameCourse } from "./frame";
import { lensCourse } from "./lens";
import { linesCourse } from "./lines";
import { shapeCourse } from "./shape";
import { GAUGE } from "../check/gauge-tool";
import { MOVE } from "../tools/move-tool";
import type { Tool } from "../tools/tool";

/** The courses as the Bench shows them: rail, strip, panels, keys and search come from here. To add one, add it here. */
export const BENCH_COURSES: readonly BenchCourse[] = [
  lensCourse,
  linesCourse,
  shapeCourse,
  frameCourse,
  edgesCourse,
  finishCourse,
];

export const benchCourse = (key: string): BenchCourse | undefined => BENCH_COURSES.find((c) => c.key === key);

/** Tools of every course. */
export const COMMON_TOOLS: readonly Tool[] = [MOVE, GAUGE];

/** The tool in hand: one of the course's or of all, or Move where the one last taken is another course's. */
export const toolInHand = (course: string, name: string): Tool =>
  [...(benchCourse(course)?.tools ?? []), ...COMMON_TOOLS].find((t) => t.name === name) ?? MOVE;
