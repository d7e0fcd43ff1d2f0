import type { Vec2, Vec3 } from "./vec";

/** An axis-parallel rectangle, [x, y, width, height]. */
export type Rect = readonly [number, number, number, number];

/** Signed area by the shoelace formula; positive when the corners run clockwise with y down. */
export function signedArea(polygon: readonly Vec2[]): number {
  let sum = 0;
  for (let i = 0, j = polygon.length - 1; i < polygon.length; j = i++) {
    const [a, b] = [polygon[j]!, polygon[i]!];
    sum += a[0] * b[1] - b[0] * a[1];
  }
  return sum / 2;
}

/** Whether the point lies inside, by counting crossings of a ray to the right. */
export function contains(polygon: readonly Vec2[], p: Vec2): boolean {
  let inside = false;
  for (let i = 0, j = polygon.length - 1; i < polygon.length; j = i++) {
    const [a, b] = [polygon[i]!, polygon[j]!];
    if (a[1] > p[1] !== b[1] > p[1] && p[0] < ((b[0] - a[0]) * (p[1] - a[1])) / (b[1] - a[1]) + a[0]) inside = !inside;
  }
  return inside;
}

/** The axis-parallel rectangle around all points. @throws RangeError when there are none. */
export function bounds(points: readonly Vec2[]): Rect {
  if (points.length === 0) throw new RangeError("No points to enclose.");
  let [x0, y0, x1, y1] = [Infinity, Infinity, -Infinity, -Infinity];
  for (const [x, y] of points) {
    x0 = Math.min(x0, x);
    x1 = Math.max(x1, x);
    y0 = Math.min(y0, y);
    y1 = Math.max(y1, y);
  }
  return [x0, y0, x1 - x0, y1 - y0];
}

/** Sutherland–Hodgman: the part of a closed polygon on the side where `side` is not negative. */
function clipBy<P extends Vec2 | Vec3>(polygon: readonly P[], side: (p: P) => number): P[] {
  const kept: P[] = [];
  for (let i = 0; i < polygon.length; i++) {
    const a = polygon[i]!;
    const b = polygon[(i + 1) % polygon.length]!;
    const [sa, sb] = [side(a), side(b)];
    if (sa >= 0) kept.push(a);
    if (sa >= 0 !== sb >= 0) {
      const t = sa / (sa - sb);
      kept.push(a.map((v, k) => v + (b[k]! - v) * t) as unknown as P);
    }
  }
  return kept;
}

/** The part of a polygon of homogeneous points whose third coordinate is at least `minimum`. */
export const clipInFront = (polygon: readonly Vec3[], minimum: number): Vec3[] =>
  clipBy(polygon, (p) => p[2] - minimum);

/** The part of a polygon inside an axis-parallel rectangle. */
export function clipToRect(polygon: readonly Vec2[], [x, y, w, h]: Rect): Vec2[] {
  const sides: ((p: Vec2) => number)[] = [(p) => p[0] - x, (p) => x + w - p[0], (p) => p[1] - y, (p) => y + h - p[1]];
  return sides.reduce<Vec2[]>((left, side) => clipBy(left, side), [...polygon]);
}

/** The outline of a rectangle, each side cut in `perSide` equal parts, clockwise from the top left. */
export function rectOutline([x, y, w, h]: Rect, perSide: number): Vec2[] {
  const corners: Vec2[] = [
    [x, y],
    [x + w, y],
    [x + w, y + h],
    [x, y + h],
  ];
  return corners.flatMap((a, i) => {
    const b = corners[(i + 1) % 4]!;
    return Array.from({ length: perSide }, (_, k): Vec2 => {
      const t = k / perSide;
      return [a[0] + (b[0] - a[0]) * t, a[1] + (b[1] - a[1]) * t];
    });
  });
}

/** The polygon without the points that stay within `tolerance` of the line between their neighbours. */
export function withoutCollinear(polygon: readonly Vec2[], tolerance: number): Vec2[] {
  const kept: Vec2[] = [];
  let anchor = polygon[polygon.length - 1];
  let skipped: Vec2[] = [];
  for (let i = 0; i < polygon.length && anchor; i++) {
    const p = polygon[i]!;
    const next = polygon[(i + 1) % polygon.length]!;
    const from: Vec2 = anchor;
    const run = [...skipped, p];
    const [dx, dy] = [next[0] - from[0], next[1] - from[1]];
    const length = Math.hypot(dx, dy);
    const straight =
      length > 0 && run.every((q) => Math.abs((q[0] - from[0]) * dy - (q[1] - from[1]) * dx) / length <= tolerance);
    if (straight) {
      skipped = run;
    } else {
      kept.push(p);
      anchor = p;
      skipped = [];
    }
  }
  return kept.length >= 3 ? kept : [...polygon];
}
