import { type Size, type Vec2, distance2 } from "../../geometry";
import type { Lens } from "../../lens";
import { halvedBy } from "../halved";
import { type Luminance, brightnessAt } from "../luminance";
import { type EdgeNode, straightEdge } from "../straight-edge";
import { type FlatView, flatViews } from "./flat-views";
import { growRegions } from "./regions";

/** A straight edge found in a photo. */
export interface Segment {
  /** Recorded ends, pixels of the original. */
  readonly points: readonly [Vec2, Vec2];
  /** Standard deviation of an end across the edge, pixels. */
  readonly sigmaPx: number;
  /** Places along it, where they were asked for. */
  readonly nodes?: readonly EdgeNode[];
}

export interface SegmentSearch {
  /** Shortest edge, as a share of the picture's diagonal. */
  readonly shortest?: number;
  /** Segments kept at most, the longest. */
  readonly most?: number;
  /** Runs longer than this share of the diagonal are cut: under a lens that is not known yet they are bowed. */
  readonly longest?: number;
  /** Whether nodes are wanted. */
  readonly nodes?: boolean;
  /** Places along an edge at which it is looked for, at most. */
  readonly stations?: number;
}

/** Longest side of the picture in which edges are looked for; they are settled in the full one. */
const SEARCH = 1500;
const SHORTEST = 0.016;
/** Spacing of nodes, as a share of the diagonal. */
const NODES_APART = 0.012;
const MOST = 2000;
const STATIONS = 72;
/** Runs looked at for each segment kept, where a few more or less do not matter. */
const SOME_MORE = 1.4;
/** Length over width of a straight run. */
const SLENDER = 5;
/** Gamma of the picture searched: in plain light the shadows would show no edge. */
const ROOT = 1 / 2.2;

/**
 * Straight edges all over a photo, each to a fraction of a pixel with its deviation, the longest first. The lens is
 * undone before they are looked for, so that a long edge is one segment however it was bowed.
 */
export function findSegments(image: Luminance, lens: Lens, search: SegmentSearch = {}): Segment[] {
  const size: Size = [image.width, image.height];
  return distinct(flatViews(lens, size).flatMap((view) => segmentsIn(image, view, search))).slice(
    0,
    search.most ?? MOST,
  );
}

function segmentsIn(image: Luminance, { lens, part }: FlatView, search: SegmentSearch): Segment[] {
  const size: Size = [image.width, image.height];
  const shortest = (search.shortest ?? SHORTEST) * Math.hypot(...size);
  const [left, top, wide, high] = part;
  const factor = Math.max(1, Math.max(wide, high) / SEARCH);
  const [w, h] = [Math.floor(wide / factor), Math.floor(high / factor)];
  const longest = search.longest ? (search.longest * Math.hypot(...size)) / factor : Infinity;
  const regions = growRegions(straightened(image, lens, [left, top], w, h, factor), w, h, longest)
    .filter(({ ends, width }) => distance2(...ends) > SLENDER * width && distance2(...ends) * factor >= 0.8 * shortest)
    .sort((a, b) => distance2(...b.ends) - distance2(...a.ends))
    .slice(0, Math.ceil((search.most ?? MOST) * (search.nodes ? SOME_MORE : 2)));
  return regions.flatMap(({ ends }): Segment[] => {
    const ideal = ends.map(([x, y]): Vec2 => [left + x * factor, top + y * factor]) as [Vec2, Vec2];
    const edge = straightEdge(image, lens, ideal, {
      half: 2.5 + factor,
      aim: 1.5 + factor,
      sign: 0,
      least: 0.6,
      tries: 7,
      stations: search.stations ?? STATIONS,
      ...(search.nodes ? { nodesApart: NODES_APART * Math.hypot(...size) } : {}),
    });
    const inside = edge && clipped({ points: edge.ends, sigmaPx: edge.sigmaPx }, size);
    if (!inside || distance2(...inside.points) < shortest) return [];
    return [search.nodes ? { ...inside, nodes: edge.nodes } : inside];
  });
}

/** Spacing of the exact places of the lens's map, between which it runs straight enough to look for edges, pixels. */
const CELL = 16;
/** A picture is halved first where so many of its pixels, each way, would still come to one of those searched. */
const LEAST_TAPS = 1.5;
/** Steps of the table that makes greys eye-like. */
const GREYS = 2048;

/** The picture without the lens's distortion, shrunk by a factor: the mean over each pixel's square, eye-like in its greys. */
function straightened(
  image: Luminance,
  lens: Lens,
  [x0, y0]: Vec2,
  w: number,
  h: number,
  factor: number,
): Float32Array {
  const times = Math.max(0, Math.floor(Math.log2(factor / LEAST_TAPS)));
  const small = halvedBy(image, times);
  const greyAt = meanOver(small, Math.max(1, Math.round(factor / 2 ** times)));
  const scale = 2 ** -times;
  const out = new Float32Array(w * h);
  const root = Float32Array.from({ length: GREYS }, (_, i) => 255 * (i / (GREYS - 1)) ** ROOT);
  const perGrey = (GREYS - 1) / 255;
  const cols = Math.ceil(w / CELL) + 1;
  /** Places of the small picture, a cell apart. */
  const rowAt = (y: number): Float64Array => {
    const row = new Float64Array(2 * cols);
    for (let c = 0; c < cols; c++) {
      const [px, py] = lens.distort([x0 + (c * CELL + 0.5) * factor, y0 + (y + 0.5) * factor]);
      row[2 * c] = px * scale;
      row[2 * c + 1] = py * scale;
    }
    return row;
  };
  let above = rowAt(0);
  let below = above;
  for (let y = 0; y < h; y++) {
    if (y % CELL === 0) {
      above = y === 0 ? above : below;
      below = rowAt(y + CELL);
    }
    const v = (y % CELL) / CELL;
    for (let c = 0; c < cols - 1; c++) {
      const k = 2 * c;
      let px = above[k]! + (below[k]! - above[k]!) * v;
      let py = above[k + 1]! + (below[k + 1]! - above[k + 1]!) * v;
      const dx = (above[k + 2]! + (below[k + 2]! - above[k + 2]!) * v - px) / CELL;
      const dy = (above[k + 3]! + (below[k + 3]! - above[k + 3]!) * v - py) / CELL;
      const end = Math.min(w, (c + 1) * CELL);
      for (let i = y * w + c * CELL; i < y * w + end; i++) {
        out[i] = root[(greyAt(px, py) * perGrey) | 0]!;
        px += dx;
        py += dy;
      }
    }
  }
  return out;
}

/** The mean brightness of so many pixels each way about a place; of one, what lies between its neighbours. */
function meanOver(image: Luminance, taps: number): (px: number, py: number) => number {
  if (taps === 1) return (px, py) => brightnessAt(image, px, py);
  const { data, width, height, left, top, table } = image;
  const [x0, y0] = [left + (taps - 1) / 2, top + (taps - 1) / 2];
  const per = 1 / (taps * taps);
  const at = table ? (i: number): number => table[data[i]!]! : (i: number): number => data[i]!;
  return (px, py) => {
    const x = Math.floor(px - x0);
    const y = Math.floor(py - y0);
    let sum = 0;
    if (x >= 0 && y >= 0 && x + taps <= width && y + taps <= height) {
      let row = y * width + x;
      for (let j = 0; j < taps; j++, row += width) for (let i = 0; i < taps; i++) sum += at(row + i);
      return sum * per;
    }
    for (let j = 0; j < taps; j++) {
      const row = Math.min(height - 1, Math.max(0, y + j)) * width;
      for (let i = 0; i < taps; i++) sum += at(row + Math.min(width - 1, Math.max(0, x + i)));
    }
    return sum * per;
  };
}

/** The part of a segment that lies inside the picture; null where nothing of it does. */
function clipped({ points: [a, b], sigmaPx }: Segment, [w, h]: Size): Segment | null {
  let [from, to] = [0, 1];
  for (const [axis, most] of [
    [0, w],
    [1, h],
  ] as const) {
    const [p, d] = [a[axis], b[axis] - a[axis]];
    if (Math.abs(d) < 1e-9) {
      if (p < 0 || p > most) return null;
      continue;
    }
    const [t0, t1] = [-p / d, (most - p) / d];
    from = Math.max(from, Math.min(t0, t1));
    to = Math.min(to, Math.max(t0, t1));
  }
  if (from >= to) return null;
  const at = (t: number): Vec2 => [a[0] + (b[0] - a[0]) * t, a[1] + (b[1] - a[1]) * t];
  return { points: [at(from), at(to)], sigmaPx };
}

/** Segments less those that settled on the same edge as a longer one. */
function distinct(all: readonly Segment[]): Segment[] {
  const sorted = [...all].sort((a, b) => distance2(...b.points) - distance2(...a.points));
  const CELL = 64;
  const cells = new Map<string, Segment[]>();
  const keyOf = ([x, y]: Vec2): string => `${Math.floor(x / CELL)},${Math.floor(y / CELL)}`;
  return sorted.filter((s) => {
    const middle: Vec2 = [(s.points[0][0] + s.points[1][0]) / 2, (s.points[0][1] + s.points[1][1]) / 2];
    if ((cells.get(keyOf(middle)) ?? []).some((other) => covers(other, s, middle))) return false;
    const n = Math.ceil(distance2(...s.points) / CELL) + 1;
    const [a, b] = s.points;
    for (let i = 0; i <= n; i++)
      for (const dx of [-CELL / 4, CELL / 4])
        for (const dy of [-CELL / 4, CELL / 4]) {
          const key = keyOf([a[0] + ((b[0] - a[0]) * i) / n + dx, a[1] + ((b[1] - a[1]) * i) / n + dy]);
          const own = cells.get(key);
          if (!own) cells.set(key, [s]);
          else if (own[own.length - 1] !== s) own.push(s);
        }
    return true;
  });
}

/** Whether a segment's middle lies on a longer one that runs the same way. */
function covers({ points: [a, b] }: Segment, { points: [c, d] }: Segment, middle: Vec2): boolean {
  const length = distance2(a, b);
  const [dx, dy] = [(b[0] - a[0]) / length, (b[1] - a[1]) / length];
  const along = (middle[0] - a[0]) * dx + (middle[1] - a[1]) * dy;
  const off = Math.abs((middle[0] - a[0]) * dy - (middle[1] - a[1]) * dx);
  const turn = Math.abs((d[0] - c[0]) * dy - (d[1] - c[1]) * dx) / distance2(c, d);
  return along > 0 && along < length && off < 1 && turn < 0.03;
}
