import { say } from "@/core/language";
import { fixed } from "@/ui";
import type { BenchCourse } from "../bench-course";
import { BENT_COMMANDS } from "./bent/bent-commands";
import { holdBent, holdTautEnd } from "./bent/hold-bent";
import { holdJoint } from "./bent/hold-joint";
import { NET } from "./bent/net-tool";
import { SHIELD } from "./bent/shield-tool";
import { TAUT } from "./bent/taut-tool";
import { SHAPE_COMMANDS } from "./commands";
import { ShapePanel } from "./shape-panel";
import { holdMeasure, holdMeasurePlace } from "./tools/hold-measure";
import { holdHeight, holdReference } from "./tools/hold-reference";
import { GRID, RECTANGLE, ROUND } from "./tools/measure-tools";
import { AS_TALL, LENGTH, TAPE } from "./tools/stroke-tools";

/** Course 3 on the Bench. */
export const shapeCourse: BenchCourse = {
  key: "proportion",
  note: ({ proportion, shape }, laid) => {
    const marks = shape ? shape.taut.length + shape.faces.length + shape.shields.length : 0;
    if (marks > 0) return say("{marks, plural, one {# mark} other {# marks}}", { marks });
    const n = proportion.measures?.length ?? 0;
    if (n > 0) return say("{count, plural, one {# measure} other {# measures}}", { count: n });
    return laid ? say("height {height}", { height: fixed(proportion.height, 2) }) : "";
  },
  tools: [TAUT, NET, SHIELD, RECTANGLE, GRID, ROUND, LENGTH, TAPE, AS_TALL],
  grips: [holdJoint, holdTautEnd, holdReference, holdMeasurePlace, holdMeasure, holdHeight, holdBent],
  commands: [...SHAPE_COMMANDS, ...BENT_COMMANDS],
  Panel: ShapePanel,
};
