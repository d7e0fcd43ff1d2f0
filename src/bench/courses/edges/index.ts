import { say } from "@/language";
import { strokesOn } from "@/core/edges";
import type { BenchCourse } from "../bench-course";
import { GRAFT, MEND } from "./brush/brush-tool";
import { EDGES_COMMANDS } from "./commands";
import { COLOUR } from "./tools/colour-tool";
import { holdBorder } from "./regions/hold-border";
import { holdStroke } from "./tools/hold-stroke";
import { SOURCE, SPARE } from "./tools/area-tool";
import { guide } from "./guide";
import { lesson } from "./lesson";
import { THING } from "./thing/thing-tool";

const NOTES = {
  fill: say("filled"),
  plain: say("plain"),
  trim: say("trimmed"),
  bend: say("bent shut"),
  leave: "",
} as const;

/** Course 5 on the Bench. */
export const edgesCourse: BenchCourse = {
  key: "edges",
  note: ({ edges }, laid) => {
    if (!laid) return "";
    const strokes = strokesOn(edges).length;
    const gaps = edges.each ? say("by gap") : NOTES[edges.gaps];
    return [gaps, strokes > 0 && say("{strokes, plural, one {# stroke} other {# strokes}}", { strokes })]
      .filter(Boolean)
      .join(", ");
  },
  tools: [MEND, THING, GRAFT, SOURCE, SPARE, COLOUR],
  grips: [holdStroke, holdBorder],
  commands: EDGES_COMMANDS,
  panel: async () => (await import("./edges-panel")).EdgesPanel,
  marks: async () => (await import("./edges-marks")).EdgesMarks,
  sheet: { turned: true, fitsFrame: true, makesUp: true },
  guide,
  lesson,
};
