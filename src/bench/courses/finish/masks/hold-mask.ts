import type { Mask } from "@/core/finish";
import { maskPlaces, moveMask } from "@/core/edits";
import { type Vec2, distance2 } from "@/core/geometry";
import { type Projection, distanceToPath, onScreen } from "../../../marks/projection";
import { movedOnPlane } from "../../../tools/moved-on-plane";
import { type Gesture, type Grip, edit, select } from "../../../tools/tool";

/** Half the size of an end's target, and of a way's, CSS pixels. */
const END_REACH = 12;
const REACH = 9;

const ways = ({ ends, dabs }: Mask): readonly (readonly Vec2[])[] => (ends ? [ends] : dabs!.map((d) => d.points));

const pathOn = (projection: Projection, points: readonly Vec2[]): Vec2[] =>
  points.map((p) => onScreen(projection, p)).filter((p) => p !== null);

/** A mask, the topmost first: a wash's end is pulled alone, all else moves whole. */
export const holdMask: Grip = ({ screen, plane: from }, { bench, projection }) => {
  if (bench.view !== "corrected" || !bench.marks) return null;
  const all = [...(bench.recipe.finish?.masks ?? [])].reverse();
  for (const mask of all) {
    const end = mask.ends?.findIndex((p) => {
      const at = onScreen(projection, p);
      return at !== null && distance2(at, screen) < END_REACH;
    });
    if (mask.ends && end !== undefined && end >= 0) return pullEnd(mask.id, mask.ends, end as 0 | 1);
  }
  const held = all.find((mask) =>
    ways(mask).some((way) => {
      const path = pathOn(projection, way);
      return path.length > 0 && distanceToPath(path, screen) < REACH;
    }),
  );
  if (!held) return null;
  return {
    keeps: "map",
    begins: [select(held.id)],
    move: ({ plane }) => {
      const places = movedOnPlane(projection, maskPlaces(held) as readonly [number, number][], [
        plane[0] - from[0],
        plane[1] - from[1],
      ]);
      return places ? [edit(moveMask(held.id, places))] : [];
    },
    up: () => [],
  };
};

const pullEnd = (id: string, ends: readonly [Vec2, Vec2], end: 0 | 1): Gesture => ({
  keeps: "map",
  begins: [select(id, end)],
  move: ({ recorded }) => (recorded ? [edit(moveMask(id, end === 0 ? [recorded, ends[1]] : [ends[0], recorded]))] : []),
  up: () => [],
});
