import { type Rect, type Vec2, type Vec3, bounds, contains, cross3, dot3, unit3 } from "../../geometry";
import type { Sight } from "./sight";
import type { Shield, Taut } from "./bend-settings";

/** A taut line on the plane before shape. */
export interface PlacedTaut {
  readonly mark: Taut;
  /** Evenly along it, pixels. */
  readonly places: readonly Vec2[];
}

/** A shield on the plane before shape: places in it, and the form that they are to keep, in any unit. */
export interface PlacedShield {
  readonly mark: Shield;
  readonly places: readonly Vec2[];
  readonly form: readonly Vec2[];
}

/** How many places along a line, and across an area. */
const FEWEST = 12;
const MOST = 90;
const ACROSS = 7;

/** A smooth path through points, by Catmull and Rom (1974), as evenly as `count` places go. */
function smoothly(points: readonly Vec2[], count: number): Vec2[] {
  const last = points.length - 1;
  /** Beyond its ends a path goes on as its last three points bend. */
  const beyond = (a: Vec2, b: Vec2, c: Vec2): Vec2 => [3 * a[0] - 3 * b[0] + c[0], 3 * a[1] - 3 * b[1] + c[1]];
  const at = (i: number): Vec2 => {
    if (i >= 0 && i <= last) return points[i]!;
    if (points.length === 2) return points[i < 0 ? 0 : 1]!;
    return i < 0
      ? beyond(points[0]!, points[1]!, points[2]!)
      : beyond(points[last]!, points[last - 1]!, points[last - 2]!);
  };
  const fine: Vec2[] = [];
  const parts = Math.max(2, Math.ceil((4 * count) / (points.length - 1)));
  for (let i = 0; i + 1 < points.length; i++)
    for (let k = 0; k < parts; k++) {
      const t = k / parts;
      const [a, b, c, d] = [at(i - 1), at(i), at(i + 1), at(i + 2)];
      const along = (n: 0 | 1): number =>
        points.length === 2
          ? b[n] + (c[n] - b[n]) * t
          : b[n] +
            (t * (c[n] - a[n] + t * (2 * a[n] - 5 * b[n] + 4 * c[n] - d[n] + t * (3 * (b[n] - c[n]) + d[n] - a[n])))) /
              2;
      fine.push([along(0), along(1)]);
    }
  fine.push(points[points.length - 1]!);
  return evenly(fine, count);
}

/** Places at equal distances along a polyline, its ends included. */
export function evenly(points: readonly Vec2[], count: number): Vec2[] {
  const far = [0];
  for (let i = 1; i < points.length; i++)
    far.push(far[i - 1]! + Math.hypot(points[i]![0] - points[i - 1]![0], points[i]![1] - points[i - 1]![1]));
  const whole = far[far.length - 1]!;
  let i = 1;
  return Array.from({ length: count }, (_, k): Vec2 => {
    const at = (whole * k) / (count - 1);
    while (i < points.length - 1 && far[i]! < at) i++;
    const span = far[i]! - far[i - 1]!;
    const t = span > 0 ? (at - far[i - 1]!) / span : 0;
    const [a, b] = [points[i - 1]!, points[i]!];
    return [a[0] + (b[0] - a[0]) * t, a[1] + (b[1] - a[1]) * t];
  });
}

/** @param step about how far places are apart, pixels. @param forward recorded → plane. @returns null where it cannot be seen. */
export function placeTaut(mark: Taut, step: number, forward: (p: Vec2) => Vec2 | null): PlacedTaut | null {
  const seen = mark.points.map((p) => forward(p)).filter((p) => p !== null);
  if (seen.length < 2) return null;
  const length = seen.reduce(
    (s, p, i) => (i === 0 ? 0 : s + Math.hypot(p[0] - seen[i - 1]![0], p[1] - seen[i - 1]![1])),
    0,
  );
  if (!(length > 1)) return null;
  return { mark, places: smoothly(seen, Math.max(FEWEST, Math.min(MOST, Math.ceil(length / step) + 1))) };
}

export function placeShield(mark: Shield, sight: Sight, forward: (p: Vec2) => Vec2 | null): PlacedShield | null {
  const outline = mark.points.map((p) => forward(p)).filter((p) => p !== null);
  if (outline.length < 2) return null;
  const places = outline.length === 2 ? evenly(outline, FEWEST) : [...outline, ...inside(outline)];
  return { mark, places, form: mark.keeps === "round" ? lookedAt(places, sight) : places };
}

function inside(outline: readonly Vec2[]): Vec2[] {
  const [x, y, w, h]: Rect = bounds(outline);
  const found: Vec2[] = [];
  for (let j = 0; j < ACROSS; j++)
    for (let i = 0; i < ACROSS; i++) {
      const p: Vec2 = [x + ((i + 0.5) * w) / ACROSS, y + ((j + 0.5) * h) / ACROSS];
      if (contains(outline, p)) found.push(p);
    }
  return found;
}

/**
 * How places of the plane look to a camera turned to look right at their middle, not rolled: on its plane a sphere is all but round.
 * As large as they are.
 */
export function lookedAt(places: readonly Vec2[], sight: Sight): Vec2[] {
  const rays = places.map((p): Vec3 => unit3(sight.ray(p)));
  const ahead = unit3(rays.reduce((s, r): Vec3 => [s[0] + r[0], s[1] + r[1], s[2] + r[2]], [0, 0, 0]));
  const across = unit3(cross3([0, 1, 0], ahead));
  const down = cross3(ahead, across);
  const flat = rays.map((r): Vec2 => [dot3(r, across) / dot3(r, ahead), dot3(r, down) / dot3(r, ahead)]);
  const larger = spreadOf(places) / Math.max(1e-12, spreadOf(flat));
  return flat.map(([x, y]): Vec2 => [x * larger, y * larger]);
}

/** How far places are from their middle: root of the mean square. */
function spreadOf(places: readonly Vec2[]): number {
  const mean = (c: 0 | 1): number => places.reduce((s, p) => s + p[c], 0) / places.length;
  const [mx, my] = [mean(0), mean(1)];
  return Math.sqrt(places.reduce((s, [x, y]) => s + (x - mx) ** 2 + (y - my) ** 2, 0) / places.length);
}
