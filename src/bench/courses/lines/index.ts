import type { BenchCourse } from "../bench-course";
import { LINES_COMMANDS } from "./commands";
import { LinesPanel } from "./lines-panel";
import { LINES_TOOLS } from "./tools";

/** Course 2 on the Bench. */
export const linesCourse: BenchCourse = {
  key: "lines",
  note: ({ lines }) => {
    const n = lines.filter((l) => l.on && l.kind !== "taut").length;
    return n === 0 ? "" : n === 1 ? "1 line" : `${n} lines`;
  },
  tools: LINES_TOOLS,
  commands: LINES_COMMANDS,
  Panel: LinesPanel,
};
