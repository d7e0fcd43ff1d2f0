import type { Rect, Vec2 } from "@/core/geometry";
import type { PlaneMap } from "@/core/render";

/** Distance over which a map is looked at, pixels of the plane. */
const STEP = 0.5;

/** Pixels of the original to one of the plane at a place, as a length; null where nothing was recorded. */
function recordedPer(map: PlaneMap, [x, y]: Vec2): number | null {
  const out = new Float64Array(3);
  const at = (px: number, py: number): Vec2 | null => {
    map.toRecorded(px, py, out);
    return out[2]! > 0 ? [out[0]!, out[1]!] : null;
  };
  const [l, r, u, d] = [at(x - STEP, y), at(x + STEP, y), at(x, y - STEP), at(x, y + STEP)];
  if (!l || !r || !u || !d) return null;
  const det = (r[0] - l[0]) * (d[1] - u[1]) - (r[1] - l[1]) * (d[0] - u[0]);
  return Math.sqrt(Math.abs(det)) || null;
}

/**
 * What another picture of the same photo must show so that the place in the middle is the same and as large: windows are beside windows,
 * not pixels beside pixels. @param plane what the first one shows, pixels of its plane.
 *
 * @returns pixels of the other's plane. Where the place was not recorded in either, the very same rectangle.
 */
export function samePlace(first: PlaneMap, plane: Rect, other: PlaneMap): Rect {
  if (first === other) return plane;
  const [x, y, w, h] = plane;
  const middle: Vec2 = [x + w / 2, y + h / 2];
  const out = new Float64Array(3);
  first.toRecorded(middle[0], middle[1], out);
  const to = out[2]! > 0 ? other.fromRecorded([out[0]!, out[1]!]) : null;
  if (!to) return plane;
  const [here, there] = [recordedPer(first, middle), recordedPer(other, to)];
  const times = here && there ? here / there : 1;
  return [to[0] - (w * times) / 2, to[1] - (h * times) / 2, w * times, h * times];
}

/** The halves of a field, side by side or one above the other, with a little room between. */
export function halves([x, y, w, h]: Rect, above: boolean): readonly [Rect, Rect] {
  const between = 4;
  if (above) {
    const half = Math.floor((h - between) / 2);
    return [
      [x, y, w, half],
      [x, y + half + between, w, half],
    ];
  }
  const half = Math.floor((w - between) / 2);
  return [
    [x, y, half, h],
    [x + half + between, y, half, h],
  ];
}

/** Of a view of the whole field what one of its parts shows with the same place in its middle. */
export function planeOfPart([x, y, w, h]: Rect, field: Rect, part: Rect): Rect {
  const [pw, ph] = [(w * part[2]) / field[2], (h * part[3]) / field[3]];
  return [x + (w - pw) / 2, y + (h - ph) / 2, pw, ph];
}

/** Corners of the part of a box, CSS pixels from its corner, that lies to the right of (or below) a wipe's edge. @param angle degrees from standing. */
export function wiped([w, h]: Vec2, [ax, ay]: Vec2, angle: number): Vec2[] {
  const t = (angle * Math.PI) / 180;
  // Away from the edge, towards what is shown.
  const normal: Vec2 = [Math.cos(t), Math.sin(t)];
  const side = ([px, py]: Vec2): number => (px - ax * w) * normal[0] + (py - ay * h) * normal[1];
  const corners: Vec2[] = [[0, 0], [w, 0], [w, h], [0, h]]; // prettier-ignore
  return corners.flatMap((a, i): Vec2[] => {
    const b = corners[(i + 1) % 4]!;
    const [sa, sb] = [side(a), side(b)];
    const cut: Vec2[] =
      sa * sb < 0 ? [[a[0] + ((b[0] - a[0]) * sa) / (sa - sb), a[1] + ((b[1] - a[1]) * sa) / (sa - sb)]] : [];
    return [...(sa >= 0 ? [a] : []), ...cut];
  });
}
