import { biweight, spreadOf } from "../numerics";
import { type Vec2, lerp2 } from "../geometry";
import { type Lens, fitLine } from "../lens";
import { type Peaks, type Rail, lensRail, peaksAlong, placeOn } from "./edge-peaks";
import type { Luminance } from "./luminance";

/** A straight edge settled on, to a fraction of a pixel. */
export interface StraightEdge {
  /** Recorded ends, pixels of the whole picture. */
  readonly ends: readonly [Vec2, Vec2];
  /** Standard deviation of an end across the edge, pixels. */
  readonly sigmaPx: number;
  /** Share of the way along which the edge was found. */
  readonly found: number;
  /** Mean slope along it, grey levels a pixel, signed as the peaks are. */
  readonly slope: number;
  /** Places along it, each the mean of a part of the way, where they were asked for. */
  readonly nodes: readonly EdgeNode[];
}

/** A place on an edge, settled across it to a fraction of a pixel. */
export interface EdgeNode {
  /** Recorded, pixels of the original. */
  readonly place: Vec2;
  /** Standard deviation across the edge, pixels. */
  readonly sigmaPx: number;
}

export interface EdgeSearch {
  /** How far to either side to look, pixels. */
  readonly half: number;
  /** What lies further from the rail than about this is preferred less and less, pixels. */
  readonly aim: number;
  /** Only edges that brighten (1) or darken (−1) across the rail; 0: either, though not both along one edge. */
  readonly sign: 1 | -1 | 0;
  /** Share of the way that must show the edge. */
  readonly least: number;
  /** Places near each end from which lines are tried; fewer where the way to the edge is known well. */
  readonly tries?: number;
  /** Stations along the way at most. */
  readonly stations?: number;
  /** How far apart nodes are to lie, pixels; absent: none are made. */
  readonly nodesApart?: number;
}

const TRIES = 22;
const MOST_STATIONS = 160;
/** Peaks this far from a line count to it at first, and when it is refined, pixels. */
const ROUGH = 1.6;
const FINE = 1.1;
/** Peaks kept of each station, the strongest. */
const PER_STATION = 4;
/** Systematic part of an edge's place that no number of samples averages out, pixels. */
const FLOOR = 0.04;

/**
 * Settles a straight line on the image edge beside it: the line that most peaks of one sign along the whole way agree
 * on, refined robustly. The way is that of a straight edge through the lens, so a bowed picture is no hindrance.
 *
 * @param ideal undistorted ends of the line to start from, pixels.
 * @returns null where there is no such edge.
 */
export function straightEdge(
  image: Luminance,
  lens: Lens,
  ideal: readonly [Vec2, Vec2],
  search: EdgeSearch,
): StraightEdge | null {
  const rail = lensRail(lens, ideal[0], ideal[1]);
  if (!(rail.length >= 12)) return null;
  const stations = Math.max(12, Math.min(search.stations ?? MOST_STATIONS, Math.round(rail.length / 2.5)));
  const peaks = peaksAlong(image, rail, stations, search.half);
  let best: { own: OwnPeaks; good: Int32Array; worth: number } | null = null;
  for (const sign of search.sign === 0 ? ([1, -1] as const) : [search.sign]) {
    const own = strongest(peaks, sign);
    const rough = agreedLine(own, search.aim, search.tries ?? TRIES);
    const refined = rough && refine(own, rough);
    if (!refined || refined.good.length < search.least * stations) continue;
    const worth = worthOf(own, refined.line, refined.good, search.aim);
    if (!best || worth > best.worth) best = { own, good: refined.good, worth };
  }
  return best && settled(best.own, rail, lens, ideal, best.good, search.nodesApart);
}

/** Offset across the rail over t: a + b t. */
interface Line {
  readonly a: number;
  readonly b: number;
}

/** Peaks of one sign, at most so many a station, each with its station and how much it speaks for a line. */
interface OwnPeaks extends Peaks {
  readonly station: Int32Array;
  readonly strength: Float64Array;
}

/** Of each station the strongest peaks of one sign, the strongest first. */
function strongest({ starts, t, offset, slope, frames }: Peaks, sign: 1 | -1): OwnPeaks {
  const stations = starts.length - 1;
  const most = Math.min(starts[stations]!, PER_STATION * stations);
  const own = {
    starts: new Int32Array(stations + 1),
    t: new Float64Array(most),
    offset: new Float64Array(most),
    slope: new Float64Array(most),
    station: new Int32Array(most),
    strength: new Float64Array(most),
    frames,
  };
  const kept = new Int32Array(PER_STATION + 1);
  let count = 0;
  for (let i = 0; i < stations; i++) {
    let n = 0;
    for (let k = starts[i]!; k < starts[i + 1]!; k++) {
      const s = slope[k]! * sign;
      if (!(s > 0)) continue;
      let at = n;
      for (; at > 0 && slope[kept[at - 1]!]! * sign < s; at--) kept[at] = kept[at - 1]!;
      kept[at] = k;
      if (n < PER_STATION) n++;
    }
    for (let j = 0; j < n; j++, count++) {
      const k = kept[j]!;
      own.t[count] = t[k]!;
      own.offset[count] = offset[k]!;
      own.slope[count] = slope[k]!;
      own.station[count] = i;
      own.strength[count] = Math.min(1, (slope[k]! * sign) / 10) + 0.4;
    }
    own.starts[i + 1] = count;
  }
  return own;
}

/** The peak of a station nearest to a line within a reach; −1 where there is none. */
function nearest({ starts, t, offset }: Peaks, station: number, a: number, b: number, reach: number): number {
  let best = -1;
  let least = reach;
  for (let k = starts[station]!; k < starts[station + 1]!; k++) {
    const d = Math.abs(offset[k]! - a - b * t[k]!);
    if (d <= least) {
      best = k;
      least = d;
    }
  }
  return best;
}

const aimed = ({ a, b }: Line, aim: number): number => Math.exp(-((a - b) ** 2 + (a + b) ** 2) / (4 * aim * aim));

function worthOf({ strength }: OwnPeaks, line: Line, good: Int32Array, aim: number): number {
  let sum = 0;
  for (let i = 0; i < good.length; i++) sum += strength[good[i]!]!;
  return aimed(line, aim) * sum;
}

/** The strongest peaks of some stations, the strongest first. @param from and to shares of all stations. */
function strongestOf({ starts, slope }: Peaks, from: number, to: number, most: number): Int32Array {
  const n = starts.length - 1;
  const first = Math.floor(from * n);
  const last = Math.min(n, Math.max(first + 2, Math.ceil(to * n)));
  const kept = new Int32Array(most + 1);
  let count = 0;
  for (let k = starts[first]!; k < starts[last]!; k++) {
    const s = Math.abs(slope[k]!);
    let at = count;
    for (; at > 0 && Math.abs(slope[kept[at - 1]!]!) < s; at--) kept[at] = kept[at - 1]!;
    kept[at] = k;
    if (count < most) count++;
  }
  return kept.subarray(0, count);
}

/** The line through a peak near each end that most peaks agree on. */
function agreedLine(own: OwnPeaks, aim: number, tries: number): Line | null {
  const { t, offset } = own;
  const n = own.starts.length - 1;
  const every = n < 60 ? 1 : n < 120 ? 2 : 3;
  let best: Line | null = null;
  let most = 0;
  const firsts = strongestOf(own, 0.02, 0.3, tries);
  const lasts = strongestOf(own, 0.7, 0.98, tries);
  for (const p of firsts)
    for (const q of lasts) {
      const b = (offset[q]! - offset[p]!) / (t[q]! - t[p]!);
      const line = { a: offset[p]! - b * t[p]!, b };
      const close = aimed(line, aim);
      const sum = close * agreement(own, line, every, most / close);
      if (sum > most) [best, most] = [line, sum];
    }
  return best;
}

/** The most a station can add to a line's agreement. */
const MOST_STRENGTH = 1.4;

/** How much the nearest peaks of every so manieth station speak for a line; given up, and 0, once it cannot come to more than `least`. */
function agreement({ starts, t, offset, strength }: OwnPeaks, { a, b }: Line, every: number, least: number): number {
  const stations = starts.length - 1;
  let sum = 0;
  for (let i = 0; i < stations; i += every) {
    if (sum + Math.ceil((stations - i) / every) * MOST_STRENGTH <= least) return 0;
    let near = ROUGH;
    let found = -1;
    for (let k = starts[i]!; k < starts[i + 1]!; k++) {
      const d = Math.abs(offset[k]! - a - b * t[k]!);
      if (d <= near) {
        near = d;
        found = k;
      }
    }
    if (found >= 0) sum += strength[found]! * (1 - (0.5 * near) / ROUGH);
  }
  return sum;
}

/** Least squares over the peaks near the line, far ones counting less and less. @returns also the peaks it goes by. */
function refine(own: OwnPeaks, rough: Line): { line: Line; good: Int32Array } | null {
  const stations = own.starts.length - 1;
  const good = new Int32Array(stations);
  let { a, b } = rough;
  let count = 0;
  for (let round = 0; round < 5; round++) {
    const reach = round === 0 ? ROUGH : FINE;
    count = 0;
    for (let i = 0; i < stations; i++) {
      const k = nearest(own, i, a, b, reach);
      if (k >= 0) good[count++] = k;
    }
    if (count < 6) return null;
    let [w0, w1, w2, y0, y1] = [0, 0, 0, 0, 0];
    for (let i = 0; i < count; i++) {
      const k = good[i]!;
      const t = own.t[k]!;
      const offset = own.offset[k]!;
      const d = (offset - a - b * t) / reach;
      const inside = 1 - d * d;
      const w = inside * inside * Math.min(1, Math.abs(own.slope[k]!) / 8) + 1e-6;
      w0 += w;
      w1 += w * t;
      w2 += w * t * t;
      y0 += w * offset;
      y1 += w * offset * t;
    }
    const det = w0 * w2 - w1 * w1;
    if (!(det > 1e-9)) return null;
    a = (w2 * y0 - w1 * y1) / det;
    b = (w0 * y1 - w1 * y0) / det;
  }
  return { line: { a, b }, good: good.subarray(0, count) };
}

/** The place of a peak, recorded pixels. */
const placeOf = ({ frames, station, offset }: OwnPeaks, k: number): Vec2 => {
  const f = 6 * station[k]!;
  return [frames[f]! + frames[f + 4]! * offset[k]!, frames[f + 1]! + frames[f + 5]! * offset[k]!];
};

/** The edge through its good places, fitted where it is straight: without the lens. */
function settled(
  own: OwnPeaks,
  rail: Rail,
  lens: Lens,
  ideal: readonly [Vec2, Vec2],
  good: Int32Array,
  nodesApart: number | undefined,
): StraightEdge {
  const n = good.length;
  const xs = new Float64Array(n);
  const ys = new Float64Array(n);
  const weights = new Float64Array(n).fill(1);
  const off = new Float64Array(n);
  let slopes = 0;
  for (let i = 0; i < n; i++) {
    const [x, y] = lens.undistort(placeOf(own, good[i]!));
    xs[i] = x;
    ys[i] = y;
    slopes += own.slope[good[i]!]!;
  }
  let line = fitLine(xs, ys, weights);
  let scale = 0.05;
  for (let round = 0; round < 6; round++) {
    for (let i = 0; i < n; i++) off[i] = Math.abs(line.normal[0] * xs[i]! + line.normal[1] * ys[i]! - line.distance);
    scale = Math.max(0.03, spreadOf(off));
    for (let i = 0; i < n; i++) weights[i] = biweight(off[i]! / scale);
    line = fitLine(xs, ys, weights);
  }
  const onto = ([x, y]: Vec2): Vec2 => {
    const by = line.normal[0] * x + line.normal[1] * y - line.distance;
    return lens.distort([x - by * line.normal[0], y - by * line.normal[1]]);
  };
  return {
    ends: [onto(ideal[0]), onto(ideal[1])],
    sigmaPx: Math.hypot(FLOOR, (2 * scale) / Math.sqrt(n)),
    found: n / (own.starts.length - 1),
    slope: slopes / n,
    nodes: nodesApart ? nodesOf(own, rail, good, weights, scale, nodesApart) : [],
  };
}

const MOST_NODES = 12;
/** A node is the mean of this many places at least. */
const FEWEST_PLACES = 3;

/** The edge as a chain: the way cut into equal parts, of each the mean place across it. */
function nodesOf(
  { t, offset }: OwnPeaks,
  rail: Rail,
  good: Int32Array,
  weights: Float64Array,
  scale: number,
  apart: number,
): EdgeNode[] {
  const parts = Math.max(2, Math.min(MOST_NODES, Math.round(rail.length / apart)));
  const [along, across, count] = [new Float64Array(parts), new Float64Array(parts), new Int32Array(parts)];
  for (let i = 0; i < good.length; i++) {
    if (!(weights[i]! > 0)) continue;
    const k = good[i]!;
    const part = Math.floor(((t[k]! + 1) / 2) * parts);
    along[part]! += t[k]!;
    across[part]! += offset[k]!;
    count[part]!++;
  }
  const nodes: EdgeNode[] = [];
  for (let part = 0; part < parts; part++) {
    const n = count[part]!;
    if (n < FEWEST_PLACES) continue;
    const sigmaPx = Math.hypot(FLOOR, scale / Math.sqrt(n));
    nodes.push({ place: placeOn(rail, along[part]! / n, across[part]! / n), sigmaPx });
  }
  return nodes;
}

/** Part of a line, its ends given as shares of the way; beyond 0 and 1 it goes on. */
export const partOf = ([a, b]: readonly [Vec2, Vec2], from: number, to: number): [Vec2, Vec2] => [
  lerp2(a, b, from),
  lerp2(a, b, to),
];
