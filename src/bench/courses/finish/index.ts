import { tones } from "@/core/finish";
import type { BenchCourse } from "../bench-course";
import { FINISH_COMMANDS } from "./commands";
import { FinishPanel } from "./finish-panel";
import { NEUTRAL } from "./neutral-tool";

/** Course 6 on the Bench. */
export const finishCourse: BenchCourse = {
  key: "finish",
  note: ({ finish }, laid) => {
    if (!laid || !finish) return "";
    if (!finish.on) return "left out";
    const sharpens = finish.even > 0 || finish.output !== undefined;
    const lit = tones(finish) || finish.bright !== 0 || finish.dark !== 0;
    return [lit && "tone", sharpens && "sharpness"].filter(Boolean).join(", ");
  },
  tools: [NEUTRAL],
  grips: [],
  commands: FINISH_COMMANDS,
  Panel: FinishPanel,
};
