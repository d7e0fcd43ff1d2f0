import { tell } from "@/core/language";
import { say } from "@/language";
import { finishTo } from "@/core/edits";
import { NO_FINISH } from "@/core/finish";
import { burstOf } from "../../commands/arrows";
import type { Command, CommandContext } from "../../commands/command";

const group = "finish";
const can = ({ get }: CommandContext): boolean => get().course === "finish";

/** A step of exposure, stops. */
const STEP = 1 / 6;

const expose =
  (by: number) =>
  ({ get }: CommandContext): void => {
    const now = get().recipe.finish ?? NO_FINISH;
    get().edit(
      finishTo(tell("Exposure"), { exposure: Math.max(-6, Math.min(6, now.exposure + by)) }),
      burstOf("exposure", get),
    );
  };

/** What the keys do to tone and sharpness. */
export const FINISH_COMMANDS: readonly Command[] = [
  { id: "brighter", words: say("Brighter by a sixth of a stop"), group, keys: ["ArrowUp"], can, run: expose(STEP) },
  { id: "darker", words: say("Darker by a sixth of a stop"), group, keys: ["ArrowDown"], can, run: expose(-STEP) },
];
