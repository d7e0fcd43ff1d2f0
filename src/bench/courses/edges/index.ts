import type { BenchCourse } from "../bench-course";
import { EDGES_COMMANDS } from "./commands";
import { EdgesPanel } from "./edges-panel";
import { SOURCE, SPARE } from "./tools/area-tool";

const NOTES = { fill: "filled", plain: "plain", trim: "trimmed", leave: "by gap" } as const;

/** Course 5 on the Bench. */
export const edgesCourse: BenchCourse = {
  key: "edges",
  note: ({ edges }, laid) => (laid ? NOTES[edges.each ? "leave" : edges.gaps] : ""),
  tools: [SOURCE, SPARE],
  grips: [],
  commands: EDGES_COMMANDS,
  Panel: EdgesPanel,
};
