import { tell } from "@/core/language";
import { say } from "@/language";
import { frameRatio, freeFrame, quarterTurn } from "@/core/edits";
import { rectBeforeTurn } from "@/core/frame";
import type { Rect } from "@/core/geometry";
import { compile, withCamera } from "@/core/render";
import { ARROW_KEYS, arrowOf, burstOf } from "../../commands/arrows";
import type { Command, CommandContext } from "../../commands/command";

const can = ({ get }: CommandContext): boolean => get().course === "frame" && get().recipe.frame.on;

/** Changes the frame as it is shown; keys in quick succession are one step. */
function change({ get }: CommandContext, to: (frame: Rect) => Rect): void {
  const { recipe, size, edit } = get();
  const settled = withCamera(recipe, size);
  const frame = compile(settled, size).frame;
  edit(freeFrame(rectBeforeTurn(settled, to(frame)), tell("Frame by keys")), burstOf("frame-keys", get));
}

/** About its middle, in its ratio; by whole pixels. */
const scaled =
  (by: number) =>
  ([x, y, w, h]: Rect): Rect => {
    const [width, height] = [Math.max(16, Math.round(w * by)), Math.max(16, Math.round(h * by))];
    return [Math.round(x + (w - width) / 2), Math.round(y + (h - height) / 2), width, height];
  };

const group = "frame";

/** What the keys do to the frame. */
export const FRAME_COMMANDS: readonly Command[] = [
  {
    id: "nudge-frame",
    words: say("Move the frame by 1 px (Shift 10, Alt 0.1)"),
    group,
    keys: ARROW_KEYS,
    written: say("Arrows"),
    can,
    run: (context, held) => {
      const by = arrowOf(held);
      if (by) change(context, ([x, y, w, h]) => [x + by[0], y + by[1], w, h]);
    },
  },
  {
    id: "frame-smaller",
    words: say("Smaller frame, about its middle"),
    group,
    keys: [","],
    can,
    run: (c) => change(c, scaled(0.99)),
  },
  {
    id: "frame-larger",
    words: say("Larger frame, about its middle"),
    group,
    keys: ["."],
    can,
    run: (c) => change(c, scaled(1 / 0.99)),
  },
  {
    id: "swap-ratio",
    words: say("Swap the sides of the ratio"),
    group,
    keys: ["Shift+w"],
    can: (context) => can(context) && context.get().recipe.frame.ratio !== null,
    run: ({ get }) => get().edit(frameRatio(1 / get().recipe.frame.ratio!)),
  },
  {
    id: "turn-right",
    words: say("Quarter turn clockwise"),
    group,
    keys: ["Shift+q"],
    can,
    run: ({ get }) => get().edit(quarterTurn(1)),
  },
];
