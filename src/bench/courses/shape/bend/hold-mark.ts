import { moveTaut } from "@/core/edits";
import { type Vec2, distance2 } from "@/core/geometry";
import type { BendSettings, Taut } from "@/core/shape/bend";
import { type Projection, distanceToPath, onScreen, pathOf, recordedAt } from "../../../marks/projection";
import { type At, type Grip, type Hand, edit, select } from "../../../tools/tool";

/** Half the size of an end's target, and of a line's, CSS pixels. */
const REACH = 10;
const LINE_REACH = 7;

const bendIn = ({ bench }: Pick<Hand, "bench">): BendSettings | null =>
  bench.marks && bench.course === "shape" ? (bench.recipe.shape ?? null) : null;

/** A path through places of the original as the sheet shows it. */
export const pathThrough = (projection: Projection, points: readonly Vec2[]): Vec2[] =>
  points.length === 2
    ? pathOf(projection, [points[0]!, points[1]!])
    : points.map((p) => onScreen(projection, p)).filter((p) => p !== null);

/** A face's outline as the sheet shows it: its sides are straight where they are drawn. */
export const faceOutline = (projection: Projection, shape: BendSettings, joints: readonly string[]): Vec2[] =>
  joints
    .map((id) => {
      const joint = shape.joints.find((j) => j.id === id);
      return joint ? onScreen(projection, joint.at) : null;
    })
    .filter((p) => p !== null);

/** The mark of the shape whose line lies under the pointer: a taut line before a face before a shield. */
export function bendMarkUnder({ screen }: Pick<At, "screen">, hand: Pick<Hand, "bench" | "projection">): string | null {
  const shape = bendIn(hand);
  if (!shape) return null;
  const { projection } = hand;
  const isNear = (path: readonly Vec2[], closed: boolean): boolean =>
    path.length > 1 && distanceToPath(closed ? [...path, path[0]!] : path, screen) <= LINE_REACH;
  const found =
    shape.taut.find((t) => isNear(pathThrough(projection, t.points), false)) ??
    shape.faces.find((f) => isNear(faceOutline(projection, shape, f.joints), true)) ??
    shape.shields.find((s) => isNear(pathThrough(projection, s.points), s.points.length > 2));
  return found?.id ?? null;
}

/** The end of a taut line of two places, which can be moved; one that follows an edge is drawn anew. */
export const holdTautEnd: Grip = ({ screen: from }, hand) => {
  const shape = bendIn(hand);
  if (!shape) return null;
  const { projection } = hand;
  for (const taut of shape.taut) {
    if (taut.points.length > 2) continue;
    const end = endUnder(taut, from, projection);
    if (end === null) continue;
    let at: Vec2 = taut.points[end]!;
    return {
      keeps: "map",
      begins: [select(taut.id, end)],
      move: ({ screen }) => {
        const recorded = recordedAt(projection, screen);
        if (!recorded) return [];
        const by: Vec2 = [recorded[0] - at[0], recorded[1] - at[1]];
        at = recorded;
        return [edit(moveTaut(taut.id, end, by))];
      },
      up: () => [],
      marks: () => ({ at }),
    };
  }
  return null;
};

function endUnder({ points }: Taut, screen: Vec2, projection: Projection): 0 | 1 | null {
  const ends = [points[0]!, points[points.length - 1]!].map((p) => onScreen(projection, p));
  const end = ends.findIndex((p) => p !== null && distance2(p, screen) <= REACH);
  return end < 0 ? null : (end as 0 | 1);
}

/** A mark of the shape by its line: it is selected. */
export const holdBendMark: Grip = (at, hand) => {
  const id = bendMarkUnder(at, hand);
  return id === null ? null : { keeps: "map", begins: [select(id)], move: () => [], up: () => [] };
};
