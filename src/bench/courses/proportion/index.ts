import type { BenchCourse } from "../bench-course";
import { SHAPE_COMMANDS } from "./commands";
import { ShapePanel } from "./shape-panel";
import { holdMeasure, holdMeasurePlace } from "./tools/hold-measure";
import { holdHeight, holdReference } from "./tools/hold-reference";
import { GRID, RECTANGLE, ROUND } from "./tools/measure-tools";
import { AS_TALL, LENGTH, TAPE } from "./tools/stroke-tools";

/** Course 3 on the Bench. */
export const shapeCourse: BenchCourse = {
  key: "proportion",
  note: ({ proportion }, laid) => {
    const n = proportion.measures?.length ?? 0;
    if (n > 0) return n === 1 ? "1 measure" : `${n} measures`;
    return laid ? `height ${proportion.height.toFixed(2)}` : "";
  },
  tools: [RECTANGLE, GRID, ROUND, LENGTH, TAPE, AS_TALL],
  grips: [holdReference, holdMeasurePlace, holdMeasure, holdHeight],
  commands: SHAPE_COMMANDS,
  Panel: ShapePanel,
};
