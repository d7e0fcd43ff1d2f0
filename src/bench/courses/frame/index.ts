import { say } from "@/language";
import type { BenchCourse } from "../bench-course";
import { FRAME_COMMANDS } from "./commands";
import { holdFrame } from "./hold-frame";
import { AXIS } from "./tools/axis-tool";
import { KEEP, holdKeepMark } from "./tools/keep-tool";
import { SLIDE } from "./tools/slide-tool";
import { guide } from "./guide";
import { lesson } from "./lesson";

/** Course 4 on the Bench. */
export const frameCourse: BenchCourse = {
  key: "frame",
  note: ({ frame }, laid) => (laid ? (frame.rule === "free" ? say("by hand") : say("clean")) : ""),
  tools: [SLIDE, AXIS, KEEP],
  grips: [holdKeepMark, holdFrame],
  commands: FRAME_COMMANDS,
  panel: async () => (await import("./frame-panel")).FramePanel,
  marks: async () => (await import("./keep-marks")).KeepMarks,
  always: async () => (await import("./frame-mark")).FrameMark,
  sheet: { turned: true, inMetres: true, overview: true, ownEdges: true },
  guide,
  lesson,
};
