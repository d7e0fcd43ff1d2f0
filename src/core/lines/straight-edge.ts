import { biweight, spreadOf } from "../numerics";
import { type Vec2, lerp2 } from "../geometry";
import { type Lens, fitLine } from "../lens";
import { type OwnPeaks, agreedLine, refine, strongest, worthOf } from "./agreed-line";
import { type Rail, lensRail, peaksAlong, placeOn } from "./edge-peaks";
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
