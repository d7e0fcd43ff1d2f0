import { type View, toPlane, toScreen } from "@/client/picture/view";
import { type Vec2, distance2, lerp2 } from "@/core/geometry";
import { type Lens, lensTowards } from "@/core/lens";
import { type Face, type Line, endsOf } from "@/core/recipe";
import type { PlaneMap } from "@/core/render";
import type { Hit } from "../tools/plumb-tool";

/** How recorded pixels lie on the screen at present. */
export interface Projection {
  readonly map: PlaneMap;
  readonly lens: Lens;
  readonly view: View;
}

export function onScreen({ map, view }: Projection, recorded: Vec2): Vec2 | null {
  const p = map.fromRecorded(recorded);
  return p && toScreen(view, p);
}

const scratch = new Float64Array(3);

/** The recorded pixel under a place on the screen, or null where nothing was recorded. */
export function recordedAt({ map, view }: Projection, screen: Vec2): Vec2 | null {
  map.toRecorded(...(toPlane(view, screen) as [number, number]), scratch);
  return scratch[2]! > 0 ? [scratch[0]!, scratch[1]!] : null;
}

/** Parts in which a straight edge is drawn, so that it follows the bow the lens gave it. */
const PARTS = 24;

/** The way a straight edge between two recorded points runs over the screen. */
export function pathOf(projection: Projection, [a, b]: readonly [Vec2, Vec2]): Vec2[] {
  const lens = lensTowards(projection.lens, lerp2(a, b, 0.5));
  const parts = lens.straight ? 1 : PARTS;
  const [from, to] = [lens.undistort(a), lens.undistort(b)];
  const path: Vec2[] = [];
  for (let i = 0; i <= parts; i++) {
    const p = onScreen(projection, i === 0 ? a : i === parts ? b : lens.distort(lerp2(from, to, i / parts)));
    if (p) path.push(p);
  }
  return path;
}

/** The way a line of the recipe runs over the screen: a taut through all its points, the others straight between their ends. */
export function pathOfLine(projection: Projection, line: Line): Vec2[] {
  if (line.kind !== "taut") return pathOf(projection, endsOf(line));
  return line.points.map((p) => onScreen(projection, p)).filter((p): p is Vec2 => p !== null);
}

/** Distance of a point from a path, screen pixels. */
export function distanceToPath(path: readonly Vec2[], p: Vec2): number {
  let best = path.length === 1 ? distance2(path[0]!, p) : Infinity;
  for (let i = 1; i < path.length; i++) {
    const [a, b] = [path[i - 1]!, path[i]!];
    const [dx, dy] = [b[0] - a[0], b[1] - a[1]];
    const length2 = dx * dx + dy * dy;
    const t = length2 > 0 ? Math.min(1, Math.max(0, ((p[0] - a[0]) * dx + (p[1] - a[1]) * dy) / length2)) : 0;
    best = Math.min(best, distance2(p, [a[0] + dx * t, a[1] + dy * t]));
  }
  return best;
}

/** Targets are at least 24 px across. */
const END_REACH = 12;
const LINE_REACH = 8;

/** What lies under the pointer: ends before lines, the selected line before the others. */
export function hitTest(projection: Projection, lines: readonly Line[], selected: string | null, pointer: Vec2): Hit {
  const ordered = [...lines].sort((a, b) => Number(b.id === selected) - Number(a.id === selected));
  let nearest: { hit: Hit; distance: number } | null = null;
  for (const line of ordered)
    for (const end of [0, 1] as const) {
      const at = endsOf(line)[end];
      const p = onScreen(projection, at);
      const distance = p ? distance2(p, pointer) : Infinity;
      if (distance <= END_REACH && (!nearest || distance < nearest.distance))
        nearest = { hit: { on: "end", id: line.id, end, at }, distance };
    }
  if (nearest) return nearest.hit;
  for (const line of ordered)
    if (distanceToPath(pathOfLine(projection, line), pointer) <= LINE_REACH) return { on: "line", id: line.id };
  return { on: "nothing" };
}

/** The corner of a face under the pointer, if any. */
export function cornerAt(
  projection: Projection,
  faces: readonly Face[],
  pointer: Vec2,
): { readonly id: string; readonly corner: number } | null {
  for (const { id, corners } of faces)
    for (const [corner, at] of corners.entries()) {
      const p = onScreen(projection, at);
      if (p && distance2(p, pointer) <= END_REACH) return { id, corner };
    }
  return null;
}

/** The outline of a face on the screen, as far as it can be seen. */
export const faceOnScreen = (projection: Projection, { corners }: Face): Vec2[] =>
  corners.map((c) => onScreen(projection, c)).filter((p): p is Vec2 => p !== null);
