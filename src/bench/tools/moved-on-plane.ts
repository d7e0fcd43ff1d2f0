import type { Vec2 } from "@/core/geometry";
import type { Hand } from "./tool";

/** Places moved over the plane; null where some of it would lie nowhere. */
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
