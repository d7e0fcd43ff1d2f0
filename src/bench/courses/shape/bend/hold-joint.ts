import { placeJoint, pullJoint } from "@/core/edits";
import { type Size, type Vec2, distance2 } from "@/core/geometry";
import type { Recipe } from "@/core/recipe";
import { bendOf, withCamera } from "@/core/render";
import type { Joint } from "@/core/shape/bend";
import { type Projection, onScreen, recordedAt } from "../../../marks/projection";
import { alongAxis } from "../../../tools/along-axis";
import { type At, type Grip, type Hand, edit, later, select } from "../../../tools/tool";
import { useBend } from "./bend-state";
import { settleFace } from "./settle-face";

/** Half the size of a joint's target, CSS pixels. */
const REACH = 12;

/** The joint under a place of the sheet. */
export function jointUnder(screen: Vec2, { bench, projection }: Pick<Hand, "bench" | "projection">): Joint | null {
  const near = (bench.recipe.shape?.joints ?? [])
    .map((joint) => ({ joint, at: onScreen(projection, joint.at) }))
    .filter(({ at }) => at !== null && distance2(at, screen) <= REACH)
    .sort((a, b) => distance2(a.at!, screen) - distance2(b.at!, screen));
  return near[0]?.joint ?? null;
}

/** How far a joint is from where it would lie were nothing bent, pixels of the plane: by its own pull, or taken along. */
export function pulledBy(recipe: Recipe, size: Size, { id, by }: Joint): Vec2 {
  if (by) return by;
  const placed = bendOf(withCamera(recipe, size), size)?.joints.get(id);
  return placed ? [placed.to[0] - placed.from[0], placed.to[1] - placed.from[1]] : [0, 0];
}

/**
 * A joint: put where it belongs, or pulled with the picture following; with Shift along one axis of the sheet only. One
 * that is put clings to where its face's edges cross in the picture, unless Alt is held.
 */
export const holdJoint: Grip = ({ screen: from }, hand) => {
  const { bench, projection } = hand;
  const joint = bench.marks && bench.course === "shape" ? jointUnder(from, hand) : null;
  if (!joint) return null;
  const face = bench.recipe.shape!.faces.find((f) => f.joints.includes(joint.id));
  const isShared = bench.recipe.shape!.faces.some((f) => f.id === bench.selected && f.joints.includes(joint.id));
  useBend.setState({ joint: joint.id });
  const begins = face && !isShared ? [select(face.id)] : [];
  return useBend.getState().pulling && bench.view === "corrected"
    ? { begins, ...pulling(joint, from, hand) }
    : { begins, ...placing(joint, from, projection, face?.id ?? null) };
};

function placing(joint: Joint, from: Vec2, projection: Projection, face: string | null) {
  let shown = joint.at as Vec2;
  return {
    keeps: "map" as const,
    move: (at: At) => {
      const recorded = recordedAt(projection, alongAxis(from, at));
      if (!recorded) return [];
      shown = recorded;
      return [edit(placeJoint(joint.id, recorded))];
    },
    up: (at: At) =>
      at.far && !at.alt && face
        ? [later((bench, photo) => settleFace(bench, photo, face, [joint.id], 1 / projection.view.scale))]
        : [],
    marks: () => ({ at: shown }),
  };
}

function pulling(joint: Joint, from: Vec2, { bench, projection }: Hand) {
  const began = pulledBy(bench.recipe, bench.size, joint);
  const { scale } = projection.view;
  return {
    keeps: "view" as const,
    move: (at: At) => {
      const to = alongAxis(from, at);
      return [edit(pullJoint(joint.id, [began[0] + (to[0] - from[0]) / scale, began[1] + (to[1] - from[1]) / scale]))];
    },
    up: () => [],
  };
}
