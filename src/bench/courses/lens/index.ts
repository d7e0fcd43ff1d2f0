import { cornerBow } from "@/core/lens";
import type { BenchCourse } from "../bench-course";
import { LENS_COMMANDS } from "./commands";
import { LensPanel } from "./lens-panel";
import { LENS_TOOLS } from "./tools";

/** Course 1 on the Bench. */
export const lensCourse: BenchCourse = {
  key: "lens",
  note: ({ lens }, laid) => (laid ? `${cornerBow(lens.k, lens.amount).toFixed(1)} % bow` : ""),
  tools: LENS_TOOLS,
  commands: LENS_COMMANDS,
  Panel: LensPanel,
};
