import type { Stroke } from "../../edges";
import { type Rect, type Vec2, bounds } from "../../geometry";
import type { CompiledMap } from "../map/compile";

/** What is looked at around a brush's way: so many of its radii, and this share of the photo's longer side, so that the next bay is seen. */
const AROUND = { radii: 6, share: 1 / 5 } as const;
/** Directions in which a brush's outline is followed on to the plane. */
const DIRECTIONS = 12;

type ToPlane = Pick<CompiledMap, "fromRecorded">;

/** What encloses a brush along a way, pixels of the plane; null where hardly any of it is on the plane. */
function boxOf(map: ToPlane, points: readonly (readonly [number, number])[], radius: number): Rect | null {
  // The polygon lies outside the circle.
  const r = radius / Math.cos(Math.PI / DIRECTIONS);
  const around = points.flatMap(([x, y]) =>
    Array.from({ length: DIRECTIONS }, (_, k): Vec2 | null => {
      const angle = (2 * Math.PI * k) / DIRECTIONS;
      return map.fromRecorded([x + r * Math.cos(angle), y + r * Math.sin(angle)]);
    }).filter((p) => p !== null),
  );
  return around.length > 2 ? bounds(around) : null;
}

/** What encloses a stroke, pixels of the plane. */
export const strokeBox = (map: ToPlane, { points, radius }: Pick<Stroke, "points" | "radius">): Rect | null =>
  boxOf(map, points, radius);

/** About how large a brush's radius is where its stroke begins, pixels of the plane. */
export function radiusOnPlane(map: ToPlane, { points, radius }: Pick<Stroke, "points" | "radius">): number {
  const box = boxOf(map, points.slice(0, 1), radius);
  return box ? Math.sqrt(box[2] * box[3]) / 2 : radius;
}

/** What a mend along a way is found in, pixels of the plane. */
export const surroundings = (
  map: ToPlane & Pick<CompiledMap, "size">,
  points: readonly (readonly [number, number])[],
  radius: number,
): Rect | null => boxOf(map, points, radius + AROUND.radii * radius + AROUND.share * Math.max(...map.size));

/** All that a stroke is made from, pixels of the plane: a mend's surroundings, and where a graft copies from. */
export function strokeReach(map: ToPlane & Pick<CompiledMap, "size">, stroke: Stroke): Rect | null {
  const around = surroundings(map, stroke.points, stroke.radius);
  const [a, b] = [map.fromRecorded(stroke.points[0]!), stroke.from ? map.fromRecorded(stroke.from) : null];
  if (!around || !a || !b) return around;
  const [x, y, w, h] = around;
  const [dx, dy] = [b[0] - a[0], b[1] - a[1]];
  // Along a wall it may be drawn larger.
  return bounds([
    [x, y],
    [x + w, y + h],
    [x + dx - w, y + dy - h],
    [x + dx + 2 * w, y + dy + 2 * h],
  ]);
}

export const meet = (a: Rect, b: Rect): boolean =>
  a[0] < b[0] + b[2] && b[0] < a[0] + a[2] && a[1] < b[1] + b[3] && b[1] < a[1] + a[3];
