import { moveCorner } from "@/core/edits";
import { cornerAt, recordedAt } from "../../../marks/projection";
import { alongAxis } from "../../../tools/along-axis";
import { type Grip, edit } from "../../../tools/tool";

/** A face's corner; with Shift along one axis of the sheet only. */
export const holdCorner: Grip = ({ screen: from }, { bench, projection }) => {
  const corner = bench.marks ? cornerAt(projection, bench.recipe.faces, from) : null;
  if (!corner) return null;
  return {
    keeps: "map",
    move: (at) => {
      const recorded = recordedAt(projection, alongAxis(from, at));
      return recorded ? [edit(moveCorner(corner.id, corner.corner, recorded))] : [];
    },
    up: () => [],
  };
};
