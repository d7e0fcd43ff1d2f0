import { say } from "@/language";
import { fixed } from "@/ui";
import type { BenchCourse } from "../bench-course";
import { BEND_COMMANDS } from "./bend/bend-commands";
import { holdBendMark, holdTautEnd } from "./bend/hold-mark";
import { holdJoint } from "./bend/hold-joint";
import { NET } from "./bend/net-tool";
import { SHIELD } from "./bend/shield-tool";
import { TAUT } from "./bend/taut-tool";
import { SHAPE_COMMANDS } from "./proportion/measure-commands";
import { holdMeasure, holdMeasurePlace } from "./proportion/tools/hold-measure";
import { holdHeight, holdReference } from "./proportion/tools/hold-reference";
import { GRID, RECTANGLE, ROUND } from "./proportion/tools/measure-tools";
import { AS_TALL, LENGTH, TAPE } from "./proportion/tools/stroke-tools";
import { guide } from "./guide";
import { lesson } from "./lesson";

/** Course 3 on the Bench. */
export const shapeCourse: BenchCourse = {
  key: "shape",
  note: ({ proportion, shape }, laid) => {
    const marks = shape ? shape.taut.length + shape.faces.length + shape.shields.length : 0;
    if (marks > 0) return say("{marks, plural, one {# mark} other {# marks}}", { marks });
    const n = proportion.measures?.length ?? 0;
    if (n > 0) return say("{count, plural, one {# measure} other {# measures}}", { count: n });
    return laid ? say("height {height}", { height: fixed(proportion.height, 2) }) : "";
  },
  tools: [TAUT, NET, SHIELD, RECTANGLE, GRID, ROUND, LENGTH, TAPE, AS_TALL],
  grips: [holdJoint, holdTautEnd, holdReference, holdMeasurePlace, holdMeasure, holdHeight, holdBendMark],
  commands: [...SHAPE_COMMANDS, ...BEND_COMMANDS],
  panel: async () => (await import("./shape-panel")).ShapePanel,
  marks: async () => (await import("./shape-marks")).ShapeMarks,
  sheet: { inMetres: true, overview: true },
  guide,
  lesson,
};
