import { tell } from "@/core/language";
import { say } from "@/language";
import type { Rect } from "@/core/geometry";
import { MOVE } from "../../../tools/move-tool";
import type { Tool } from "../../../tools/tool";
import { toolIcon } from "../../../tools/tool-button";
import { framed } from "../hold-frame";

/** Pulls the picture under the frame, which stands still on the screen. */
export const SLIDE: Tool = {
  name: "slide",
  label: say("Slide"),
  words: say("Slide the picture under the frame"),
  key: "Shift+s",
  cursor: "grab",
  corrected: true,
  icon: toolIcon(
    <>
      <path d="M4.5 4.5h9v9h-9z" />
      <path d="M9 .8v3M9 14.2v3M.8 9h3M14.2 9h3M7.7 2L9 .8 10.3 2M7.7 16L9 17.2 10.3 16M2 7.7L.8 9 2 10.3M16 7.7L17.2 9 16 10.3" />
    </>,
  ),
  down: (at, hand) => {
    if (hand.bench.view !== "corrected") return MOVE.down(at, hand);
    const { frame } = hand;
    return {
      pans: true,
      move: ({ plane: [x, y] }) => {
        const moved: Rect = [
          Math.round(frame[0] - (x - at.plane[0])),
          Math.round(frame[1] - (y - at.plane[1])),
          frame[2],
          frame[3],
        ];
        return [framed(hand, moved, tell("Slide the picture under the frame"))];
      },
      up: () => [],
    };
  },
};
