import type { BenchCourse } from "../bench-course";
import { FramePanel } from "./frame-panel";
import { holdFrame } from "./hold-frame";
import { KEEP, holdKeepMark } from "./tools/keep-tool";

/** Course 4 on the Bench. */
export const frameCourse: BenchCourse = {
  key: "frame",
  note: ({ frame }, laid) => (laid ? (frame.rule === "free" ? "by hand" : "clean") : ""),
  tools: [KEEP],
  grips: [holdKeepMark, holdFrame],
  commands: [],
  Panel: FramePanel,
};
