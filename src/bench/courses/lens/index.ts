import { say } from "@/language";
import { cornerBow, isStitched } from "@/core/lens";
import { fixed } from "@/ui";
import type { BenchCourse } from "../bench-course";
import { LENS_COMMANDS } from "./commands";
import { holdLine } from "../../tools/hold-line";
import { PULL } from "./tools/pull-tool";
import { TRACE } from "./tools/trace-tool";
import { guide } from "./guide";
import { lesson } from "./lesson";

/** Course 1 on the Bench. */
export const lensCourse: BenchCourse = {
  key: "lens",
  note: ({ lens }, laid) => {
    if (isStitched(lens.model)) return lens.model === "cylindrical" ? say("on a cylinder") : say("on a sphere");
    return laid ? say("{bow} % bow", { bow: fixed(cornerBow(lens.k, lens.amount), 1) }) : "";
  },
  tools: [TRACE, PULL],
  grips: [holdLine],
  commands: LENS_COMMANDS,
  panel: async () => (await import("./lens-panel")).LensPanel,
  lines: ({ kind }) => kind === "taut",
  sheet: { ownEdges: true, gridWhileMoved: true },
  guide,
  lesson,
};
