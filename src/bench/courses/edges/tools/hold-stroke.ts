import { moveStroke } from "@/core/edits";
import type { Vec2 } from "@/core/geometry";
import { distanceToPath, onScreen } from "../../../sheet/projection";
import { type Grip, type Hand, edit, select } from "../../../tools/tool";

/** Distance from a stroke's way at which it is taken hold of, CSS pixels. */
const REACH = 12;

/** A stroke's points moved over the plane; null where some of it would lie nowhere. */
export function movedOnPlane(
  { map }: Pick<Hand["projection"], "map">,
  points: readonly (readonly [number, number])[],
  [dx, dy]: Vec2,
): Vec2[] | null {
  const out = new Float64Array(3);
  const moved: Vec2[] = [];
  for (const [px, py] of points) {
    const at = map.fromRecorded([px, py]);
    if (!at) return null;
    map.toRecorded(at[0] + dx, at[1] + dy, out);
    if (!(out[2]! > 0)) return null;
    moved.push([out[0]!, out[1]!]);
  }
  return moved;
}

/** A stroke, the topmost first: a press selects it, a pull moves it. */
export const holdStroke: Grip = ({ screen, plane: from }, { bench, projection }) => {
  if (bench.view !== "corrected") return null;
  const strokes = bench.recipe.edges.strokes ?? [];
  const held = [...strokes].reverse().find(({ points }) => {
    const path = points.map((p) => onScreen(projection, p)).filter((p) => p !== null);
    return path.length > 0 && distanceToPath(path, screen) < REACH;
  });
  if (!held) return null;
  return {
    keeps: "map",
    begins: [select(held.id)],
    move: ({ plane }) => {
      const points = movedOnPlane(projection, held.points, [plane[0] - from[0], plane[1] - from[1]]);
      return points ? [edit(moveStroke(held.id, points))] : [];
    },
    up: () => [],
  };
};
