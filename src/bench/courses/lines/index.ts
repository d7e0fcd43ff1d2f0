import { say } from "@/language";
import type { BenchCourse } from "../bench-course";
import { LINES_COMMANDS } from "./commands";
import { holdLine } from "../../tools/hold-line";
import { FACE } from "./tools/face-tool";
import { holdCorner } from "./tools/hold-corner";
import { LEVEL } from "./tools/level-tool";
import { LINE } from "./tools/line-tool";
import { clickProposal } from "./tools/take-proposal";
import { TURN } from "./tools/turn-tool";
import { guide } from "./guide";
import { lesson } from "./lesson";

/** Course 2 on the Bench. */
export const linesCourse: BenchCourse = {
  key: "lines",
  note: ({ lines }) => {
    const n = lines.filter((l) => l.on && l.kind !== "taut").length;
    return n === 0 ? "" : say("{count, plural, one {# line} other {# lines}}", { count: n });
  },
  tools: [LINE, LEVEL, TURN, FACE],
  grips: [holdCorner, holdLine, clickProposal],
  commands: LINES_COMMANDS,
  panel: async () => (await import("./lines-panel")).LinesPanel,
  marks: async () => (await import("./lines-marks")).LinesMarks,
  lines: ({ kind }) => kind !== "taut",
  sheet: { ownEdges: true },
  guide,
  lesson,
};
