import { TUKEY, biweight, solveSymmetric } from "../numerics";
import type { Vec2 } from "../geometry";
import { type Peak, type Rail, edgePeaks, placeOn } from "./edge-peaks";
import type { Luminance } from "./luminance";

/** Stations around a round thing. */
const STATIONS = 120;
/** Peaks this far from the smooth way around count to it, pixels. */
const NEAR = 1.2;
/** Less of the way around than this along an edge is no edge. */
const LEAST = 0.5;
/** How far to either side the edge is looked for, pixels; then once more about where it was found. */
const HALF = [10, 4] as const;
const ROUNDS = 12;

/** A closed way through places, as a rail: t from −1 to 1 goes once around. */
function closedRail(points: readonly Vec2[]): Rail {
  const n = points.length;
  const at = (i: number): Vec2 => points[((i % n) + n) % n]!;
  const length = points.reduce((sum, p, i) => sum + Math.hypot(at(i + 1)[0] - p[0], at(i + 1)[1] - p[1]), 0);
  return {
    length,
    frame: (t, out) => {
      const s = ((t + 1) / 2) * n;
      const i = Math.floor(s);
      const u = s - i;
      const [a, b, c, d] = [at(i - 1), at(i), at(i + 1), at(i + 2)];
      // Catmull–Rom through the places, and its derivative.
      const curve = (k: 0 | 1): number =>
        b[k] +
        0.5 * u * (c[k] - a[k] + u * (2 * a[k] - 5 * b[k] + 4 * c[k] - d[k] + u * (3 * (b[k] - c[k]) + d[k] - a[k])));
      const slope = (k: 0 | 1): number =>
        0.5 *
        (c[k] - a[k] + u * (2 * (2 * a[k] - 5 * b[k] + 4 * c[k] - d[k]) + 3 * u * (3 * (b[k] - c[k]) + d[k] - a[k])));
      const [dx, dy] = [slope(0), slope(1)];
      const m = Math.hypot(dx, dy) || 1;
      out[0] = curve(0);
      out[1] = curve(1);
      out[2] = dx / m;
      out[3] = dy / m;
      out[4] = -dy / m;
      out[5] = dx / m;
    },
  };
}

/** How far an ellipse lies off one near it, around the way: moved, larger, and longer one way. */
const waves = (t: number): number[] => {
  const a = Math.PI * t;
  return [1, Math.cos(a), Math.sin(a), Math.cos(2 * a), Math.sin(2 * a)];
};
const along = (c: readonly number[], t: number): number => waves(t).reduce((sum, w, i) => sum + w * c[i]!, 0);

/** The smooth way that most peaks of one sign lie on, closed in on from a wide reach; null where there is none. */
function smoothWay(peaks: readonly Peak[][], sign: 1 | -1, half: number) {
  const own = peaks.map((at) => at.filter((p) => p.slope * sign > 0));
  let way = [0, 0, 0, 0, 0];
  for (let round = 0; round < ROUNDS; round++) {
    const reach = Math.max(NEAR, half * 0.75 ** round);
    const a = Array.from({ length: 5 }, () => [0, 0, 0, 0, 0]);
    const b = [0, 0, 0, 0, 0];
    for (const at of own)
      for (const p of at) {
        const w = waves(p.t);
        const weight = biweight(((p.offset - along(way, p.t)) * TUKEY) / (2 * reach)) * Math.sqrt(Math.abs(p.slope));
        if (!(weight > 0)) continue;
        w.forEach((wi, i) => {
          b[i]! += weight * wi * p.offset;
          w.forEach((wj, j) => (a[i]![j]! += weight * wi * wj));
        });
      }
    const found = solveSymmetric(a, b);
    if (!found) return null;
    way = found;
  }
  const good = own.flatMap((at) => {
    const near = at.filter((p) => Math.abs(p.offset - along(way, p.t)) < NEAR);
    return near.length > 0 ? [near.reduce((m, p) => (Math.abs(p.slope) > Math.abs(m.slope) ? p : m))] : [];
  });
  return good.length < LEAST * STATIONS ? null : { way, good };
}

/**
 * Places of a round thing's edge, each settled across it to a fraction of a pixel; null where there is no such edge.
 *
 * @param points a way around near the edge, recorded pixels, evenly spaced. @param reach how much coarser than one pixel the
 * hand was, as a factor.
 */
export function roundEdge(image: Luminance, points: readonly Vec2[], reach = 1): Vec2[] | null {
  let rail = closedRail(points);
  if (!(rail.length >= 40)) return null;
  let places: Vec2[] | null = null;
  for (const [n, base] of HALF.entries()) {
    const half = n === 0 ? base * (1 + 0.35 * (reach - 1)) : base;
    const peaks = edgePeaks(image, rail, STATIONS, half);
    const ways = ([1, -1] as const).map((sign) => smoothWay(peaks, sign, half)).filter((w) => w !== null);
    if (ways.length === 0) return null;
    const worth = (w: (typeof ways)[number]): number =>
      w.good.reduce((sum, p) => sum + Math.sqrt(Math.abs(p.slope)), 0);
    const best = ways.reduce((a, b) => (worth(b) > worth(a) ? b : a));
    places = best.good.map((p) => placeOn(rail, p.t, p.offset));
    const settled = Array.from({ length: 64 }, (_, i) => {
      const t = (2 * i) / 64 - 1;
      return placeOn(rail, t, along(best.way, t));
    });
    rail = closedRail(settled);
  }
  return places;
}
