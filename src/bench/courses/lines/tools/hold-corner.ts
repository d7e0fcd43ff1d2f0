import { moveCorner } from "@/core/edits";
import type { Vec2 } from "@/core/geometry";
import { cornerAt, recordedAt } from "../../../sheet/projection";
import { type Grip, edit } from "../../../tools/tool";

/** A face's corner; with Shift along one axis of the sheet only. */
export const holdCorner: Grip = ({ screen: from }, { bench, projection }) => {
  const corner = bench.marks ? cornerAt(projection, bench.recipe.faces, from) : null;
  if (!corner) return null;
  return {
    keeps: "map",
    move: ({ screen, shift }) => {
      const [dx, dy] = [Math.abs(screen[0] - from[0]), Math.abs(screen[1] - from[1])];
      const to: Vec2 = !shift ? screen : dx > dy ? [screen[0], from[1]] : [from[0], screen[1]];
      const recorded = recordedAt(projection, to);
      return recorded ? [edit(moveCorner(corner.id, corner.corner, recorded))] : [];
    },
    up: () => [],
  };
};
