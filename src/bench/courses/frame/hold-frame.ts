import { type Sentence } from "@/core/language";
import { freeFrame } from "@/core/edits";
import { rectBeforeTurn } from "@/core/frame";
import type { Rect } from "@/core/geometry";
import { withCamera } from "@/core/render";
import { draggedFrame, handleAt } from "../frame-handles";
import { type Grip, type Hand, type Outcome, edit } from "../../tools/tool";
import { axisOnPlane } from "./frame-axis";

/** Half the size of a handle's target, CSS pixels. */
const REACH = 14;

/** A frame as it is shown, kept as recipes keep it. */
export const framed = ({ bench: { recipe, size } }: Pick<Hand, "bench">, shown: Rect, label?: Sentence): Outcome =>
  edit(freeFrame(rectBeforeTurn(withCamera(recipe, size), shown), label));

/** The ratio of the frame as it is shown: a quarter turn exchanges its sides. */
export const shownRatio = ({ ratio, turn }: Hand["bench"]["recipe"]["frame"]): number | null =>
  ratio !== null && turn !== undefined && turn % 2 === 1 ? 1 / ratio : ratio;

/** A side or corner of the frame, or the whole of it; with Alt about its middle, and always about the axis, where there is one. */
export const holdFrame: Grip = ({ plane: from }, hand) => {
  const { bench, frame, projection } = hand;
  if (bench.view !== "corrected" || !bench.recipe.frame.on) return null;
  const handle = handleAt(frame, from, REACH / projection.view.scale);
  if (!handle) return null;
  const ratio = shownRatio(bench.recipe.frame);
  const axis = axisOnPlane(projection.map);
  return {
    move: ({ plane: [x, y], alt }) => [
      framed(hand, draggedFrame(frame, handle, [x - from[0], y - from[1]], ratio, { centre: alt, axis })),
    ],
    up: () => [],
  };
};
