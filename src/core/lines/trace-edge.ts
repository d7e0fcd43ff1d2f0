import { median, spreadOf } from "../numerics";
import type { Vec2 } from "../geometry";
import { type Curve, centred, fitCurve, nearestTo, parabola, valueOf } from "./edge-curve";
import { type Peak, edgePeaks, placeOn, straightRail } from "./edge-peaks";
import type { Luminance } from "./luminance";

export interface TracedEdge {
  /** Places on the edge from one end to the other, pixels of the whole picture; where it is covered there are none. */
  readonly points: readonly Vec2[];
  /** Robust standard deviation of the places about a smooth curve, pixels. */
  readonly sigmaPx: number;
  /** Share of the stroke along which the edge was found. */
  readonly found: number;
}

/** Stations along a stroke. */
const STATIONS = 240;
/** The ends of the stroke may miss the edge by this, pixels. */
const REACH = 12;
/** A place counts to the edge within this distance of its curve at first, then of the finer one, pixels. */
const ROUGH = 2.5;
const FINE = 1.6;
const ROUNDS = [
  [2, ROUGH],
  [3, FINE],
  [4, FINE],
  [4, FINE],
  [4, FINE],
] as const;
/** An edge is a joint where at least this share of it rises and falls, and it is no wider than this, pixels. */
const LEAST_OF_BOTH = 0.08;
const WIDEST_JOINT = 8;
/** Less of the edge than this is not an edge that can be followed. */
const LEAST_FOUND = 0.4;

/**
 * Bright to dark, dark to bright, or either: along the joint of a tiled floor it changes from tile to tile. With either
 * there is more to go astray by, so it is trusted less.
 */
const SIGNS = [
  { sign: 1, trust: 1 },
  { sign: -1, trust: 1 },
  { sign: 0, trust: 0.82 },
] as const;
/** A stroke misses the edge it means by about this, pixels; what lies further off is preferred less and less. */
const AIM = 6;

/**
 * Finds the edge that runs from one end of a stroke to the other, bowed or not, to a fraction of a pixel: peaks of
 * the slope across the stroke at many stations, the curve that most of them of one sign agree on, and a robust
 * refinement. Something that covers part of the edge is left out.
 *
 * @param bow how far from the chord the edge may run, as a share of its length.
 * @returns null where no edge goes from end to end.
 */
export function traceEdge(image: Luminance, from: Vec2, to: Vec2, bow = 0.05): TracedEdge | null {
  const stroke = straightRail(from, to);
  const { length } = stroke;
  if (!(length >= 24)) return null;
  const stations = Math.max(24, Math.min(STATIONS, Math.round(length / 3)));
  const half = REACH + Math.min(0.35 * length, bow * length);
  // By the numbers as stored: in light the shadows would have no edges, and where both sides are alike all along, the
  // shift that this makes is the same all along and leaves a straight edge straight.
  const { data, width, height, left, top } = image;
  const peaks = edgePeaks({ data, width, height, left, top }, stroke, stations, half);
  let best: (Followed & { worth: number }) | null = null;
  for (const { sign, trust } of SIGNS) {
    const signed = sign === 0 ? peaks : peaks.map((own) => own.filter((p) => p.slope * sign > 0));
    const rough = agreed(signed, half);
    const followed = rough && follow(signed, rough, sign === 0);
    if (!followed) continue;
    // Contrast does not count here: a faint edge that runs true is a better trace than a strong one that wavers.
    const worth = (trust * aimed(followed.curve) * followed.good.length) / (0.12 + followed.sigma);
    if (!best || worth > best.worth) best = { ...followed, worth };
  }
  if (!best) return null;
  const { curve, good, sigma } = best;
  return {
    points: good.map((p) => placeOn(stroke, p.t, centred(curve, p))),
    sigmaPx: sigma,
    found: good.length / stations,
  };
}

interface Followed {
  readonly curve: Curve;
  readonly good: readonly Peak[];
  readonly sigma: number;
}

/** What the stroke was drawn along is preferred to what lies further off: 1 where the curve meets both its ends. */
const aimed = (curve: Curve): number =>
  Math.exp(-((valueOf(curve, -0.95) / AIM) ** 2 + (valueOf(curve, 0.95) / AIM) ** 2) / 4);

/** From the rough parabola to the peaks that belong to the edge, by finer and finer curves. */
function follow(peaks: readonly (readonly Peak[])[], rough: Curve, joint: boolean): Followed | null {
  let curve = rough;
  let kept: Peak[] = [];
  for (const [degree, reach] of ROUNDS) {
    kept = peaks.flatMap((own) => nearestTo(own, curve, reach));
    if (kept.length < LEAST_FOUND * peaks.length) return null;
    const rising = kept.filter((p) => p.slope > 0).length / kept.length;
    const both = joint && rising > LEAST_OF_BOTH && rising < 1 - LEAST_OF_BOTH;
    const off = kept.map((p) => Math.abs(centred(curve, p) - valueOf(curve, p.t)));
    const scale = 4 * Math.max(0.05, median(off));
    curve = fitCurve(
      kept,
      degree,
      both,
      off.map((d) => Math.max(0.02, 1 - (d / scale) ** 2)),
    );
    if (Math.abs(curve.step) > WIDEST_JOINT / 2) return null;
  }
  const distance = (p: Peak): number => Math.abs(centred(curve, p) - valueOf(curve, p.t));
  const sigma = Math.max(0.02, spreadOf(kept.map(distance)));
  const good = kept.filter((p) => distance(p) <= 3 * sigma + 0.05);
  return good.length < LEAST_FOUND * peaks.length ? null : { curve, good, sigma };
}

/** The parabola near both ends of the stroke that most peaks agree on: every sound triple of peaks near the ends and the middle is tried. */
function agreed(peaks: readonly (readonly Peak[])[], half: number): Curve | null {
  const n = peaks.length;
  const pick = (share: number, most: number): Peak[] => {
    const middle = Math.round(share * (n - 1));
    const near = peaks.slice(Math.max(0, middle - 3), middle + 4).flat();
    const inReach = near.filter((p) => Math.abs(p.offset) <= most);
    return inReach.sort((a, b) => Math.abs(b.slope) - Math.abs(a.slope)).slice(0, 5);
  };
  const [firsts, middles, lasts] = [
    pick(0.04, REACH + 2),
    [...pick(0.5, half), ...pick(0.38, half)],
    pick(0.96, REACH + 2),
  ];
  let [best, score] = [null as Curve | null, 0];
  const thinned = peaks.filter((_, i) => i % 3 === 0);
  for (const a of firsts)
    for (const b of lasts)
      for (const m of middles) {
        const curve = parabola(a, m, b);
        let sum = 0;
        for (const own of thinned) {
          const [p] = nearestTo(own, curve, ROUGH);
          // Contrast counts, but an edge three times as strong is not three times as much an edge.
          if (p) sum += Math.min(1, Math.abs(p.slope) / 12) + 0.5;
        }
        sum *= aimed(curve);
        if (sum > score) [best, score] = [curve, sum];
      }
  return best;
}
