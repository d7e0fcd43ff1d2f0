import type { BenchCourse } from "../bench-course";
import { FramePanel } from "./frame-panel";
import { holdFrame } from "./hold-frame";

/** Course 4 on the Bench. */
export const frameCourse: BenchCourse = {
  key: "frame",
  note: ({ frame }, laid) => (laid ? (frame.rule === "free" ? "by hand" : "clean") : ""),
  tools: [],
  grips: [holdFrame],
  commands: [],
  Panel: FramePanel,
};
