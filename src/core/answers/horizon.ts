import { centreOf, focalFromMetadata } from "../camera";
import { DEG, type Size, type Vec2 } from "../geometry";
import { makeLens } from "../lens";
import { type Luminance, type Segment, findSegments } from "../lines";
import type { FocalObservation, OwnProposal } from "../own-edges";
import type { Shown } from "./shown";

/** Edges this near to level may be a horizon, degrees: nobody holds a camera more askew and means it. */
const MOST_ROLL = 12;
/** Pieces of one horizon lie this near to it, as a share of the height, and run alike within this, degrees. */
const NEAR = 0.004;
const ALIKE = 0.8;
/** Share of the width that a certain horizon is seen on. */
const SEEN_ON = 0.55;
/** Share of the line along which sky ends that lies on it, within so much of the height. */
const SKY_ENDS = 0.75;
const SKY_NEAR = 0.015;
/** The longest edges, of which a horizon is some. */
const MOST_SEGMENTS = 300;

interface Level {
  /** y = a + b x. */
  readonly a: number;
  readonly b: number;
}

/** A horizon found in a picture. */
interface Horizon {
  /** Of the camera, degrees, clockwise positive; and its deviation. */
  readonly roll: number;
  readonly sigma: number;
  /** The edges that it is seen as, indices. */
  readonly members: readonly number[];
}

const levelOf = ({ points: [p, q] }: Segment): Level | null => {
  const dx = q[0] - p[0];
  if (Math.abs(dx) < 1) return null;
  const b = (q[1] - p[1]) / dx;
  return { a: p[1] - b * p[0], b };
};

/** Share of the width that some edges together lie over. */
function seenOver(segments: readonly Segment[], width: number): number {
  const spans = segments
    .map(({ points: [p, q] }) => [Math.min(p[0], q[0]), Math.max(p[0], q[0])] as const)
    .sort((a, b) => a[0] - b[0]);
  let [sum, until] = [0, 0];
  for (const [from, to] of spans) {
    sum += Math.max(0, to - Math.max(from, until));
    until = Math.max(until, to);
  }
  return sum / width;
}

/**
 * The horizon of a picture where one is certain: a level line seen over most of the width, along which the sky ends.
 *
 * @param skyline where sky ends, pixels of the picture.
 */
function horizonOf(segments: readonly Segment[], skyline: readonly Vec2[], [width, height]: Size): Horizon | null {
  const level = segments.flatMap((segment, i) => {
    const line = levelOf(segment);
    return line && Math.abs(Math.atan(line.b)) < MOST_ROLL * DEG ? [{ segment, i, line }] : [];
  });
  let best: { line: Level; own: typeof level } | null = null;
  let most = 0;
  for (const { line } of level) {
    const own = level.filter(
      ({ segment: { points }, line: other }) =>
        Math.abs(Math.atan(other.b) - Math.atan(line.b)) < ALIKE * DEG &&
        points.every(([x, y]) => Math.abs(y - line.a - line.b * x) < NEAR * height),
    );
    const seen = seenOver(
      own.map((o) => o.segment),
      width,
    );
    if (seen > most) [best, most] = [{ line, own }, seen];
  }
  if (!best || most < SEEN_ON) return null;
  const { line, sigmaSlope } = fitted(best.own.map((o) => o.segment));
  const ends = skyline.filter(([x, y]) => Math.abs(y - line.a - line.b * x) < SKY_NEAR * height);
  if (skyline.length === 0 || ends.length < SKY_ENDS * skyline.length) return null;
  return { roll: -Math.atan(line.b) / DEG, sigma: sigmaSlope / DEG, members: best.own.map((o) => o.i) };
}

/** The line through the ends of some edges, each by its own deviation. */
function fitted(segments: readonly Segment[]): { line: Level; sigmaSlope: number } {
  let [w, x1, y1, xx, xy] = [0, 0, 0, 0, 0];
  const all = segments.flatMap(({ points, sigmaPx }) => points.map(([x, y]) => ({ x, y, weight: 1 / sigmaPx ** 2 })));
  for (const { x, y, weight } of all) {
    w += weight;
    x1 += weight * x;
    y1 += weight * y;
  }
  [x1, y1] = [x1 / w, y1 / w];
  for (const { x, y, weight } of all) {
    xx += weight * (x - x1) ** 2;
    xy += weight * (x - x1) * (y - y1);
  }
  const b = xy / xx;
  const misfit = all.reduce((sum, { x, y, weight }) => sum + weight * (y - y1 - b * (x - x1)) ** 2, 0);
  return {
    line: { a: y1 - b * x1, b },
    sigmaSlope: Math.sqrt(Math.max(1, misfit / Math.max(1, all.length - 2)) / xx),
  };
}

/** What a picture with a horizon and nothing else that is straight proposes; null where none is certain. @param scale as in groundsOf. */
export function horizonGrounds(
  image: Luminance,
  scale: number,
  focal: FocalObservation | null,
  shown: Shown,
): OwnProposal | null {
  const size: Size = [image.width, image.height];
  const segments = findSegments(image, makeLens(size, null), { most: MOST_SEGMENTS });
  const skyline = shown.skyline.map(([x, y]): Vec2 => [x * scale, y * scale]);
  const found = horizonOf(segments, skyline, size);
  if (!found) return null;
  const original: Size = [size[0] / scale, size[1] / scale];
  return {
    from: "horizon",
    lens: { model: "brown-conrady", k: [0, 0, 0], centre: centreOf(original), cornerPx: 0, sigmaPx: 0 },
    focal: {
      focalPx: focal?.focalPx ?? focalFromMetadata(original, {}).focalPx,
      sigmaPx: 0,
      told: false,
      contradicted: null,
    },
    attitude: { pitch: 0, yaw: 0, roll: found.roll },
    // A horizon says nothing of the pitch.
    sigma: { pitch: 90, roll: found.sigma, yaw: null },
    rival: null,
    segments: found.members.map((i) => {
      const { points, sigmaPx } = segments[i]!;
      return {
        points: points.map(([x, y]) => [x / scale, y / scale] as const) as unknown as Segment["points"],
        sigmaPx: sigmaPx / scale,
      };
    }),
    groups: [],
  };
}
