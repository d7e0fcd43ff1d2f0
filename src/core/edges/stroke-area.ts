import { outlineShare } from "./outline-share";
import { HARDNESS, type Stroke } from "./strokes";

/** A run of a stroke reaches no further than so many radii, or so many pixels. */
const LONGEST = { radii: 16, px: 320 } as const;

/** Part of a stroke's way, short enough to be mended in one: its first and its last point. */
export type Run = readonly [number, number];

/** Cuts a stroke's way into runs, neighbours sharing a point; a way that stays near itself is one. */
export function runsOf({ points, radius }: Pick<Stroke, "points" | "radius">): Run[] {
  const most = Math.max(LONGEST.px, LONGEST.radii * radius);
  const runs: Run[] = [];
  let first = 0;
  let box = [Infinity, Infinity, -Infinity, -Infinity];
  points.forEach(([x, y], i) => {
    const grown = [Math.min(box[0]!, x), Math.min(box[1]!, y), Math.max(box[2]!, x), Math.max(box[3]!, y)];
    if (i - first > 1 && Math.max(grown[2]! - grown[0]!, grown[3]! - grown[1]!) > most) {
      runs.push([first, i - 1]);
      first = i - 1;
      const [px, py] = points[first]!;
      box = [Math.min(px, x), Math.min(py, y), Math.max(px, x), Math.max(py, y)];
    } else box = grown;
  });
  runs.push([first, points.length - 1]);
  return runs;
}

/** A long way between two points is cut, so that runs can end there; pixels. */
export function withSteps<P extends Pick<Stroke, "points" | "press" | "radius">>(stroke: P): P {
  const most = Math.max(LONGEST.px, LONGEST.radii * stroke.radius) / 2;
  const points: [number, number][] = [];
  const press: number[] = [];
  stroke.points.forEach(([x, y], i) => {
    const here = stroke.press?.[i] ?? 1;
    const before = stroke.points[i - 1];
    if (before) {
      const n = Math.ceil(Math.hypot(x - before[0], y - before[1]) / most);
      const was = stroke.press?.[i - 1] ?? 1;
      for (let k = 1; k < n; k++) {
        points.push([before[0] + ((x - before[0]) * k) / n, before[1] + ((y - before[1]) * k) / n]);
        press.push(was + ((here - was) * k) / n);
      }
    }
    points.push([x, y]);
    press.push(here);
  });
  return { ...stroke, points, ...(stroke.press && { press }) };
}

/** The rim of a thing's outline is so wide, pixels: what is within it is covered wholly, whatever the brush. */
const OUTLINE_RIM = 1.5;

/** What a stroke covers of the original, and how much. */
export class StrokeArea {
  readonly runs: readonly Run[];
  /** Enclosing it, pixels of the original: left, top, right, bottom. */
  readonly box: readonly [number, number, number, number];
  private readonly stroke: Stroke;
  private readonly hard: number;
  private readonly strength: number;
  private readonly ways: Float64Array;
  /** How much of a place an outline covers, where it has one. */
  private readonly outlined: ((x: number, y: number) => number) | null;

  constructor(given: Stroke) {
    const stroke = withSteps(given);
    this.stroke = stroke;
    this.ways = waysOf(stroke);
    this.runs = runsOf(stroke);
    // The very edge takes a pixel.
    this.hard = Math.max(0, Math.min(stroke.hardness ?? HARDNESS, 1 - 1 / stroke.radius));
    this.strength = stroke.strength ?? 1;
    this.outlined = stroke.outline ? outlineShare(stroke.outline, OUTLINE_RIM) : null;
    const [xs, ys] = [stroke.points.map((p) => p[0]), stroke.points.map((p) => p[1])];
    const r = stroke.radius;
    this.box = [Math.min(...xs) - r, Math.min(...ys) - r, Math.max(...xs) + r, Math.max(...ys) + r];
  }

  /** The points of a run, pixels of the original. */
  pointsOf([first, last]: Run): readonly (readonly [number, number])[] {
    return this.stroke.points.slice(first, last + 1);
  }

  /** How much of a place is covered, 0…1. */
  share(x: number, y: number): number {
    const [x0, y0, x1, y1] = this.box;
    if (x < x0 || y < y0 || x > x1 || y > y1) return 0;
    if (this.outlined) return this.strength * this.outlined(x, y);
    const t = this.within(0, this.stroke.points.length - 1, x, y);
    if (t >= 1) return 0;
    if (t <= this.hard) return this.strength;
    const u = (1 - t) / (1 - this.hard);
    return this.strength * u * u * (3 - 2 * u);
  }

  /** The first run whose brush comes to a place; −1: none. */
  firstRun(x: number, y: number): number {
    const [x0, y0, x1, y1] = this.box;
    if (x < x0 || y < y0 || x > x1 || y > y1) return -1;
    if (this.outlined) return this.outlined(x, y) > 0 ? this.nearestRun(x, y) : -1;
    return this.runs.findIndex(([first, last]) => this.within(first, last, x, y) < 1);
  }

  /** The run whose way is nearest to a place. */
  private nearestRun(x: number, y: number): number {
    let [best, least] = [0, Infinity];
    this.runs.forEach(([first, last], k) => {
      const far = this.within(first, last, x, y);
      if (far < least) [best, least] = [k, far];
    });
    return best;
  }

  /** Distance of a place from part of the way, in radii of the brush there; 2 where it is further. */
  private within(first: number, last: number, x: number, y: number): number {
    const { ways } = this;
    // Squares, until the end.
    let least = 4;
    for (let i = last > first ? first + 1 : first; i <= last; i++) {
      const at = 6 * i;
      const px = x - ways[at]!;
      const py = y - ways[at + 1]!;
      const dx = ways[at + 2]!;
      const dy = ways[at + 3]!;
      const long = dx * dx + dy * dy;
      const along = long > 0 ? (px * dx + py * dy) / long : 0;
      const t = along < 0 ? 0 : along > 1 ? 1 : along;
      const ox = px - t * dx;
      const oy = py - t * dy;
      const r = ways[at + 4]! + t * ways[at + 5]!;
      const far = (ox * ox + oy * oy) / (r * r);
      if (far < least) least = far;
    }
    return Math.sqrt(least);
  }
}

/** For each point: the one before it, the way from there, the brush's radius there and what it grows by. */
function waysOf({ points, press, radius }: Stroke): Float64Array {
  const ways = new Float64Array(6 * points.length);
  points.forEach(([x, y], i) => {
    const [bx, by] = points[Math.max(0, i - 1)]!;
    const [before, here] = [press?.[Math.max(0, i - 1)] ?? 1, press?.[i] ?? 1].map((p) => Math.max(1e-9, radius * p));
    ways.set([bx, by, x - bx, y - by, before!, here! - before!], 6 * i);
  });
  return ways;
}
