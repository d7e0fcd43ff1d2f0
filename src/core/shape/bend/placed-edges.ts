import { type Vec2, distance2 } from "../../geometry";
import type { BendSettings } from "./bend-settings";
import type { PlacedTaut } from "./placed-marks";

/** A straight edge that the photo shows, on the plane before shape. */
export interface PlacedEdge {
  /** Its number among the recipe's. */
  readonly number: number;
  readonly ends: readonly [Vec2, Vec2];
  readonly length: number;
  /** From one end to the other, of length 1. */
  readonly along: Vec2;
  /** Evenly along it, pixels. */
  readonly places: readonly Vec2[];
}

/** An edge beside a taut line, so near as a share of the picture and all but parallel, is the line's own: it does what that asks. */
const BESIDE = 0.012;
const PARALLEL = Math.cos((8 * Math.PI) / 180);
/** Parts of an edge at whose ends its bow is looked for. */
const BOW_PLACES = 24;

/**
 * The edges that keep a warp from bending them: all that no taut line runs along.
 *
 * @param unit the picture's diagonal, pixels. @param step about how far places are apart, pixels.
 * @param forward recorded → plane before shape; null where it cannot be seen.
 */
export function placedEdges(
  { edges = [] }: BendSettings,
  tauts: readonly PlacedTaut[],
  unit: number,
  step: number,
  forward: (p: Vec2) => Vec2 | null,
): PlacedEdge[] {
  return edges.flatMap(([ax, ay, bx, by], number): PlacedEdge[] => {
    const [a, b] = [forward([ax, ay]), forward([bx, by])];
    const length = a && b ? distance2(a, b) : 0;
    if (!a || !b || !(length > step)) return [];
    const along: Vec2 = [(b[0] - a[0]) / length, (b[1] - a[1]) / length];
    const count = Math.max(3, Math.ceil(length / step));
    const places = Array.from({ length: count }, (_, i): Vec2 => {
      const far = ((i + 0.5) * length) / count;
      return [a[0] + along[0] * far, a[1] + along[1] * far];
    });
    const edge = { number, ends: [a, b], length, along, places } as const;
    return tauts.some((t) => runsAlong(edge, t, BESIDE * unit)) ? [] : [edge];
  });
}

/** Whether a taut line runs along an edge: where the edge's middle is, it is near and goes the same way. */
function runsAlong({ places, along }: PlacedEdge, { places: path }: PlacedTaut, near: number): boolean {
  const middle = places[places.length >> 1]!;
  const nearest = path.reduce((best, p, i) => (distance2(p, middle) < distance2(path[best]!, middle) ? i : best), 0);
  if (distance2(path[nearest]!, middle) > near) return false;
  const [p, q] = [path[Math.max(0, nearest - 1)]!, path[Math.min(path.length - 1, nearest + 1)]!];
  const turned = Math.abs((q[0] - p[0]) * along[0] + (q[1] - p[1]) * along[1]) / Math.max(1e-9, distance2(p, q));
  return turned > PARALLEL;
}

/** How far an edge bows once it is warped, pixels. @param forward plane before shape → after it. */
export function bowOf({ ends: [a, b] }: PlacedEdge, forward: (p: Vec2) => Vec2): number {
  const [from, to] = [forward(a), forward(b)];
  const length = distance2(from, to);
  if (length === 0) return 0;
  const [nx, ny] = [-(to[1] - from[1]) / length, (to[0] - from[0]) / length];
  let [least, most] = [0, 0];
  for (let i = 1; i < BOW_PLACES; i++) {
    const t = i / BOW_PLACES;
    const [x, y] = forward([a[0] + (b[0] - a[0]) * t, a[1] + (b[1] - a[1]) * t]);
    const off = nx * (x - from[0]) + ny * (y - from[1]);
    [least, most] = [Math.min(least, off), Math.max(most, off)];
  }
  return most - least;
}
