import { freeFrame } from "@/core/edits";
import { draggedFrame, handleAt } from "../frame-handles";
import { type Grip, edit } from "../../tools/tool";

/** Half the size of a handle's target, CSS pixels. */
const REACH = 14;

/** A side or corner of the frame, or the whole of it. */
export const holdFrame: Grip = ({ plane: from }, { bench, frame, projection }) => {
  if (bench.view !== "corrected") return null;
  const handle = handleAt(frame, from, REACH / projection.view.scale);
  if (!handle) return null;
  const { ratio } = bench.recipe.frame;
  return {
    move: ({ plane: [x, y] }) => [edit(freeFrame(draggedFrame(frame, handle, [x - from[0], y - from[1]], ratio)))],
    up: () => [],
  };
};
