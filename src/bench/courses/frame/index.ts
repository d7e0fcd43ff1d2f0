import { say } from "@/core/language";
import type { BenchCourse } from "../bench-course";
import { FRAME_COMMANDS } from "./commands";
import { FramePanel } from "./frame-panel";
import { holdFrame } from "./hold-frame";
import { AXIS } from "./tools/axis-tool";
import { KEEP, holdKeepMark } from "./tools/keep-tool";
import { SLIDE } from "./tools/slide-tool";

/** Course 4 on the Bench. */
export const frameCourse: BenchCourse = {
  key: "frame",
  note: ({ frame }, laid) => (laid ? (frame.rule === "free" ? say("by hand") : say("clean")) : ""),
  tools: [SLIDE, AXIS, KEEP],
  grips: [holdKeepMark, holdFrame],
  commands: FRAME_COMMANDS,
  Panel: FramePanel,
};
