import type { BenchCourse } from "../bench-course";
import { FramePanel } from "./frame-panel";

/** Course 4 on the Bench. */
export const frameCourse: BenchCourse = {
  key: "frame",
  note: ({ frame }, laid) => (laid ? (frame.rule === "free" ? "by hand" : "clean") : ""),
  tools: [],
  commands: [],
  Panel: FramePanel,
};
