import { say } from "@/language";
import { masksOn, tones } from "@/core/finish";
import type { BenchCourse } from "../bench-course";
import { FINISH_COMMANDS } from "./commands";
import { DAB } from "./masks/dab-tool";
import { holdMask } from "./masks/hold-mask";
import { MASK_COMMANDS } from "./masks/mask-commands";
import { WASH } from "./masks/wash-tool";
import { NEUTRAL } from "./neutral-tool";
import { guide } from "./guide";
import { lesson } from "./lesson";

/** Course 6 on the Bench. */
export const finishCourse: BenchCourse = {
  key: "finish",
  note: ({ finish }, laid) => {
    if (!laid || !finish) return "";
    if (!finish.on) return say("left out");
    const sharpens = finish.even > 0 || finish.output !== undefined;
    const lit = tones(finish) || finish.bright !== 0 || finish.dark !== 0;
    const parts = masksOn(finish.masks).length;
    const some = parts > 0 && say("{parts, plural, one {# part} other {# parts}}", { parts });
    return [lit && say("tone"), sharpens && say("sharpness"), some].filter(Boolean).join(", ");
  },
  tools: [NEUTRAL, WASH, DAB],
  grips: [holdMask],
  // What is selected is moved by the arrows; without it they set the exposure.
  commands: [...MASK_COMMANDS, ...FINISH_COMMANDS],
  panel: async () => (await import("./finish-panel")).FinishPanel,
  marks: async () => (await import("./masks/mask-marks")).MaskMarks,
  sheet: {},
  guide,
  lesson,
};
