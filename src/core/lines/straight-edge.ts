import { spreadOf } from "../numerics";
import { type Vec2, lerp2 } from "../geometry";
import { type Lens, fitLine } from "../lens";
import { type Peak, type Rail, edgePeaks, lensRail, placeOn } from "./edge-peaks";
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
  const peaks = edgePeaks(image, rail, stations, search.half);
  let best: { line: Line; good: Peak[]; worth: number } | null = null;
  for (const sign of search.sign === 0 ? ([1, -1] as const) : [search.sign]) {
    const own = peaks.map((at) =>
      at
        .filter((p) => p.slope * sign > 0)
        .sort((a, b) => Math.abs(b.slope) - Math.abs(a.slope))
        .slice(0, PER_STATION),
    );
    const rough = agreedLine(own, search.aim, search.tries ?? TRIES);
    const refined = rough && refine(own, rough);
    if (!refined || refined.good.length < search.least * stations) continue;
    const worth = worthOf(refined.line, refined.good, search.aim);
    if (!best || worth > best.worth) best = { ...refined, worth };
  }
  return best && settled(rail, lens, ideal, best.good, stations, search.nodesApart);
}

/** Offset across the rail over t: a + b t. */
interface Line {
  readonly a: number;
  readonly b: number;
}

const nearest = (own: readonly Peak[], { a, b }: Line, reach: number): Peak | null => {
  let best: Peak | null = null;
  let least = reach;
  for (const p of own) {
    const d = Math.abs(p.offset - a - b * p.t);
    if (d <= least) {
      best = p;
      least = d;
    }
  }
  return best;
};

const aimed = ({ a, b }: Line, aim: number): number => Math.exp(-((a - b) ** 2 + (a + b) ** 2) / (4 * aim * aim));
const strength = (p: Peak): number => Math.min(1, Math.abs(p.slope) / 10) + 0.4;
const worthOf = (line: Line, good: readonly Peak[], aim: number): number =>
  aimed(line, aim) * good.reduce((sum, p) => sum + strength(p), 0);

/** The line through a peak near each end that most peaks agree on. */
function agreedLine(own: readonly (readonly Peak[])[], aim: number, tries: number): Line | null {
  const n = own.length;
  const some = (from: number, to: number): Peak[] =>
    own
      .slice(Math.floor(from * n), Math.max(Math.floor(from * n) + 2, Math.ceil(to * n)))
      .flat()
      .sort((a, b) => Math.abs(b.slope) - Math.abs(a.slope))
      .slice(0, tries);
  const thinned = flat(own.filter((_, i) => n < 60 || i % (n < 120 ? 2 : 3) === 0));
  let best: Line | null = null;
  let most = 0;
  const last = some(0.7, 0.98);
  for (const p of some(0.02, 0.3))
    for (const q of last) {
      const b = (q.offset - p.offset) / (q.t - p.t);
      const line = { a: p.offset - b * p.t, b };
      const close = aimed(line, aim);
      const sum = close * agreement(thinned, line, most / close);
      if (sum > most) [best, most] = [line, sum];
    }
  return best;
}

/** Peaks by station in plain arrays: what is gone through thousands of times. */
interface FlatPeaks {
  /** Where each station's peaks begin; one more for the end of the last. */
  readonly starts: Int32Array;
  readonly t: Float64Array;
  readonly offset: Float64Array;
  readonly strength: Float64Array;
}

function flat(own: readonly (readonly Peak[])[]): FlatPeaks {
  const starts = new Int32Array(own.length + 1);
  own.forEach((at, i) => (starts[i + 1] = starts[i]! + at.length));
  const all = own.flat();
  return {
    starts,
    t: Float64Array.from(all, (p) => p.t),
    offset: Float64Array.from(all, (p) => p.offset),
    strength: Float64Array.from(all, strength),
  };
}

/** The most a station can add to a line's agreement. */
const MOST_STRENGTH = 1.4;

/** How much the stations' nearest peaks speak for a line; given up, and 0, once it cannot come to more than `least`. */
function agreement({ starts, t, offset, strength: strengths }: FlatPeaks, { a, b }: Line, least: number): number {
  const stations = starts.length - 1;
  let sum = 0;
  for (let i = 0; i < stations; i++) {
    if (sum + (stations - i) * MOST_STRENGTH <= least) return 0;
    let near = ROUGH;
    let found = -1;
    for (let k = starts[i]!; k < starts[i + 1]!; k++) {
      const d = Math.abs(offset[k]! - a - b * t[k]!);
      if (d <= near) {
        near = d;
        found = k;
      }
    }
    if (found >= 0) sum += strengths[found]! * (1 - (0.5 * near) / ROUGH);
  }
  return sum;
}

/** Least squares over the peaks near the line, far ones counting less and less. */
function refine(own: readonly (readonly Peak[])[], rough: Line): { line: Line; good: Peak[] } | null {
  let line = rough;
  let good: Peak[] = [];
  for (let round = 0; round < 5; round++) {
    const reach = round === 0 ? ROUGH : FINE;
    good = own.flatMap((at) => nearest(at, line, reach) ?? []);
    if (good.length < 6) return null;
    let [w0, w1, w2, y0, y1] = [0, 0, 0, 0, 0];
    for (const p of good) {
      const d = (p.offset - line.a - line.b * p.t) / reach;
      const w = (1 - d * d) ** 2 * Math.min(1, Math.abs(p.slope) / 8) + 1e-6;
      w0 += w;
      w1 += w * p.t;
      w2 += w * p.t * p.t;
      y0 += w * p.offset;
      y1 += w * p.offset * p.t;
    }
    const det = w0 * w2 - w1 * w1;
    if (!(det > 1e-9)) return null;
    line = { a: (w2 * y0 - w1 * y1) / det, b: (w0 * y1 - w1 * y0) / det };
  }
  return { line, good };
}

/** The edge through its good places, fitted where it is straight: without the lens. */
function settled(
  rail: Rail,
  lens: Lens,
  ideal: readonly [Vec2, Vec2],
  good: readonly Peak[],
  stations: number,
  nodesApart: number | undefined,
): StraightEdge {
  const places = good.map((p) => lens.undistort(placeOn(rail, p.t, p.offset)));
  const xs = Float64Array.from(places, (p) => p[0]);
  const ys = Float64Array.from(places, (p) => p[1]);
  const weights = new Float64Array(places.length).fill(1);
  let line = fitLine(xs, ys, weights);
  let scale = 0.05;
  for (let round = 0; round < 6; round++) {
    const off = places.map(([x, y]) => Math.abs(line.normal[0] * x + line.normal[1] * y - line.distance));
    scale = Math.max(0.03, spreadOf(off));
    off.forEach((d, i) => {
      const t = d / (4.685 * scale);
      weights[i] = t >= 1 ? 0 : (1 - t * t) ** 2;
    });
    line = fitLine(xs, ys, weights);
  }
  const onto = ([x, y]: Vec2): Vec2 => {
    const off = line.normal[0] * x + line.normal[1] * y - line.distance;
    return lens.distort([x - off * line.normal[0], y - off * line.normal[1]]);
  };
  return {
    ends: [onto(ideal[0]), onto(ideal[1])],
    sigmaPx: Math.hypot(FLOOR, (2 * scale) / Math.sqrt(places.length)),
    found: good.length / stations,
    slope: good.reduce((sum, p) => sum + p.slope, 0) / good.length,
    nodes: nodesApart ? nodesOf(rail, good, weights, scale, nodesApart) : [],
  };
}

const MOST_NODES = 12;
/** A node is the mean of this many places at least. */
const FEWEST_PLACES = 3;

/** The edge as a chain: the way cut into equal parts, of each the mean place across it. */
function nodesOf(rail: Rail, good: readonly Peak[], weights: Float64Array, scale: number, apart: number): EdgeNode[] {
  const parts = Math.max(2, Math.min(MOST_NODES, Math.round(rail.length / apart)));
  return Array.from({ length: parts }, (_, part) => {
    const own = good.flatMap((p, i) => (weights[i]! > 0 && Math.floor(((p.t + 1) / 2) * parts) === part ? [p] : []));
    if (own.length < FEWEST_PLACES) return null;
    const t = own.reduce((sum, p) => sum + p.t, 0) / own.length;
    const offset = own.reduce((sum, p) => sum + p.offset, 0) / own.length;
    return { place: placeOn(rail, t, offset), sigmaPx: Math.hypot(FLOOR, scale / Math.sqrt(own.length)) };
  }).filter((node) => node !== null);
}

/** Part of a line, its ends given as shares of the way; beyond 0 and 1 it goes on. */
export const partOf = ([a, b]: readonly [Vec2, Vec2], from: number, to: number): [Vec2, Vec2] => [
  lerp2(a, b, from),
  lerp2(a, b, to),
];
