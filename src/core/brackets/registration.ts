import type { Mat3 } from "../geometry";
import { biweight, solveSymmetric, spreadOf } from "../numerics";
import { type Plane, boxMean, emptyPlane, halvedPlane } from "./plane";

/** How one photo of a bracket lies on another. */
export interface Registration {
  /** From a pixel of the first to that of the second that shows the same. */
  readonly matrix: Mat3;
  /** How alike the two are then, whatever their exposures: the correlation of their fine structure, −1…1. */
  readonly alike: number;
  /** How far parts of the picture still lie apart, pixels: the middle of all parts. A tripod that was moved shows here. */
  readonly apart: number;
}

/** Photos of one tripod position: at least so alike, and hardly apart. */
const ALIKE = 0.7;
const APART_PX = 0.4;

export const isOnePosition = ({ alike, apart }: Registration): boolean => alike >= ALIKE && apart <= APART_PX;

/** The coarsest and the finest pictures that are compared, pixels of the longer side. */
const COARSEST = 220;
const FINEST = 1700;
/** Half the side of the surroundings that a place's light is measured against, pixels. */
const AROUND = 5;
/** Deviations smaller than this are noise, as displayed. */
const NOISE = 0.012;
/** What is darker or lighter than this shows nothing, as displayed. */
const SHOWN = [0.02, 0.985] as const;
/** Where more than this share of the surroundings is lost, nothing is shown. */
const MOST_LOST = 0.05;
const TURNS = 14;
/** Steps shorter than this end a level, pixels. */
const STILL = 0.002;
/** Pixels compared at a level, at most: those with the most structure. */
const MOST = 60_000;
/** Parts by which what still lies apart is measured, along each side; one with less structure than this share of all tells nothing. */
const PARTS = 5;
const LEAST_SHARE = 0.004;

/**
 * Lays one photo on another of the same size, whatever their exposures: a homography by Gauss and Newton's method from coarse to fine, over
 * structure measured against its surroundings, which exposure hardly changes (after Evangelidis and Psarakis, Parametric image
 * alignment using enhanced correlation coefficient maximization, 2008); what has moved is let go of by Tukey's biweight.
 *
 * @param first, second grey, as displayed, of one size.
 */
export function register(first: Plane, second: Plane): Registration {
  const levels: [Structure, Structure][] = [];
  let [a, b] = [first, second];
  let scale = 1;
  while (Math.max(a.width, a.height) > FINEST) [a, b, scale] = [halvedPlane(a), halvedPlane(b), 2 * scale];
  for (;;) {
    levels.push([structureOf(a), structureOf(b)]);
    if (Math.max(a.width, a.height) <= COARSEST) break;
    [a, b] = [halvedPlane(a), halvedPlane(b)];
  }
  let p: number[] = [1, 0, 0, 0, 1, 0, 0, 0];
  levels.reverse().forEach(([from, to], i) => {
    // The coarse pictures tell a shift and a turn; the finer ones the rest.
    p = settled(from, to, p, i < levels.length - 2 ? "turn" : "all");
  });
  const [from, to] = levels.at(-1)!;
  return { matrix: inPixels(p, first), ...lookedAt(from, to, p, scale) };
}

/** Fine structure: what each place has of its surroundings' own contrast, with how steeply it changes. */
interface Structure extends Plane {
  readonly across: Float32Array;
  readonly down: Float32Array;
}

function structureOf(plane: Plane): Structure {
  const { width, height, data } = plane;
  const mean = boxMean(plane, AROUND).data;
  const square = boxMean({ width, height, data: data.map((v) => v * v) }, AROUND).data;
  // What is burnt out or black beside a place says nothing of its surroundings' contrast.
  const lost = boxMean({ width, height, data: data.map((v) => (v < SHOWN[0] || v > SHOWN[1] ? 1 : 0)) }, AROUND).data;
  const out = data.map((v, i) =>
    lost[i]! > MOST_LOST ? 0 : (v - mean[i]!) / (Math.sqrt(Math.max(0, square[i]! - mean[i]! ** 2)) + NOISE),
  );
  const across = emptyPlane(width, height).data;
  const down = emptyPlane(width, height).data;
  for (let y = 1; y < height - 1; y++)
    for (let x = 1; x < width - 1; x++) {
      const i = y * width + x;
      across[i] = (out[i + 1]! - out[i - 1]!) / 2;
      down[i] = (out[i + width]! - out[i - width]!) / 2;
    }
  return { width, height, data: out, across, down };
}

/** Reads a plane between its pixels, bilinear; the caller keeps inside. */
function readAt({ width }: Plane, data: Float32Array, u: number, v: number): number {
  const [x, y] = [Math.floor(u), Math.floor(v)];
  const [s, t] = [u - x, v - y];
  const i = y * width + x;
  return (
    (1 - t) * ((1 - s) * data[i]! + s * data[i + 1]!) + t * ((1 - s) * data[i + width]! + s * data[i + width + 1]!)
  );
}

/** Coordinates are counted from the middle in half diagonals, so that all parameters weigh alike. */
const unitOf = ({ width, height }: Plane): number => Math.hypot(width, height) / 2;

/** Pixels with structure: where two photos can be compared at all. */
function toldBy(from: Structure): number[] {
  const { width, height, across, down } = from;
  const steep: number[] = [];
  for (let y = 2; y < height - 2; y++)
    for (let x = 2; x < width - 2; x++) {
      const i = y * width + x;
      if (across[i]! ** 2 + down[i]! ** 2 > 0.02) steep.push(i);
    }
  const every = Math.max(1, Math.ceil(steep.length / MOST));
  return every === 1 ? steep : steep.filter((_, k) => k % every === 0);
}

type Kind = "turn" | "all";

function settled(from: Structure, to: Structure, start: readonly number[], kind: Kind): number[] {
  const p = [...start];
  const unit = unitOf(from);
  const pixels = toldBy(from);
  const count = kind === "turn" ? 3 : 8;
  for (let turn = 0; turn < TURNS; turn++) {
    const rows = rowsOf(from, to, pixels, p, unit);
    if (rows.length < 50 * count) return p;
    const deviation = spreadOf(rows.map((r) => r.off)) || 1;
    const normal = Array.from({ length: count }, () => new Array<number>(count).fill(0));
    const right = new Array<number>(count).fill(0);
    for (const { off, slopes } of rows) {
      const weight = biweight(off / deviation);
      if (weight === 0) continue;
      const j = kind === "turn" ? turned(slopes) : slopes;
      for (let r = 0; r < count; r++) {
        right[r]! += weight * j[r]! * off;
        for (let c = 0; c <= r; c++) normal[r]![c]! += weight * j[r]! * j[c]!;
      }
    }
    for (let r = 0; r < count; r++) for (let c = r + 1; c < count; c++) normal[r]![c] = normal[c]![r]!;
    const step = solveSymmetric(normal, right);
    if (!step) return p;
    // A turn by a small angle changes b and d against each other.
    const change = kind === "turn" ? [0, -step[2]!, step[0]!, step[2]!, 0, step[1]!, 0, 0] : step;
    change.forEach((v, i) => (p[i]! += v));
    if (Math.max(...change.map(Math.abs)) * unit < STILL) break;
  }
  return p;
}

/** The slopes by shift across, shift down and turn. */
const turned = (s: readonly number[]): number[] => [s[2]!, s[5]!, s[3]! - s[1]!];

interface Row {
  /** What the first has more of. */
  readonly off: number;
  /** How the second changes there with each parameter. */
  readonly slopes: readonly number[];
  readonly pixel: number;
  readonly other: number;
}

function rowsOf(from: Structure, to: Structure, pixels: readonly number[], p: readonly number[], unit: number): Row[] {
  const { width, height } = from;
  const rows: Row[] = [];
  for (const i of pixels) {
    const x = (i % width) - (width - 1) / 2;
    const y = Math.floor(i / width) - (height - 1) / 2;
    const [nx, ny] = [x / unit, y / unit];
    const w = p[6]! * nx + p[7]! * ny + 1;
    const qx = (p[0]! * nx + p[1]! * ny + p[2]!) / w;
    const qy = (p[3]! * nx + p[4]! * ny + p[5]!) / w;
    const u = qx * unit + (width - 1) / 2;
    const v = qy * unit + (height - 1) / 2;
    if (u < 1 || v < 1 || u >= width - 2 || v >= height - 2) continue;
    const other = readAt(to, to.data, u, v);
    // Where the second shows nothing, too dark or too light, there is nothing to compare.
    if (other === 0) continue;
    const gx = (readAt(to, to.across, u, v) * unit) / w;
    const gy = (readAt(to, to.down, u, v) * unit) / w;
    const g = gx * qx + gy * qy;
    rows.push({
      ...{ off: from.data[i]! - other, pixel: i, other },
      slopes: [gx * nx, gx * ny, gx, gy * nx, gy * ny, gy, -g * nx, -g * ny],
    });
  }
  return rows;
}

/** The homography between pixels of the full pictures, whose first pixel's middle is (0.5, 0.5). */
function inPixels(p: readonly number[], full: Plane): Mat3 {
  const unit = unitOf(full);
  const [cx, cy] = [full.width / 2, full.height / 2];
  // T⁻¹ H T with T: pixel → unit coordinates.
  const [a, b, c, d, e, f, g, h] = p as [number, number, number, number, number, number, number, number];
  const row = (r0: number, r1: number, r2: number): [number, number, number] => [
    r0 / unit,
    r1 / unit,
    r2 - (r0 * cx + r1 * cy) / unit,
  ];
  const [r0, r1, r2] = [row(a, b, c), row(d, e, f), row(g, h, 1)];
  const mix = (r: readonly [number, number, number], centre: number): [number, number, number] => [
    unit * r[0] + centre * r2[0],
    unit * r[1] + centre * r2[1],
    unit * r[2] + centre * r2[2],
  ];
  return [...mix(r0, cx), ...mix(r1, cy), ...r2] as unknown as Mat3;
}

/** How alike the two are when laid on each other, and how far parts of them still lie apart. @param scale pixels of the full picture to one. */
function lookedAt(from: Structure, to: Structure, p: readonly number[], scale: number): Omit<Registration, "matrix"> {
  const { width, height } = from;
  const unit = unitOf(from);
  const rows = rowsOf(from, to, toldBy(from), p, unit);
  let [ab, aa, bb] = [0, 0, 0];
  const parts = Array.from({ length: PARTS * PARTS }, () => ({ n: 0, xx: 0, xy: 0, yy: 0, x: 0, y: 0 }));
  for (const { off, slopes, pixel, other } of rows) {
    const own = other + off;
    ab += own * other;
    aa += own * own;
    bb += other * other;
    const column = Math.floor(((pixel % width) * PARTS) / width);
    const line = Math.floor((Math.floor(pixel / width) * PARTS) / height);
    const part = parts[line * PARTS + column]!;
    const [gx, gy] = [slopes[2]! / unit, slopes[5]! / unit];
    part.n++;
    part.xx += gx * gx;
    part.xy += gx * gy;
    part.yy += gy * gy;
    part.x += gx * off;
    part.y += gy * off;
  }
  const apart = parts
    .filter(({ n }) => n > LEAST_SHARE * rows.length)
    .flatMap(({ xx, xy, yy, x, y }) => {
      const det = xx * yy - xy * xy;
      // Parts with edges of one direction only tell half.
      return det > 0.02 * (xx + yy) ** 2 ? [(Math.hypot(yy * x - xy * y, xx * y - xy * x) / det) * scale] : [];
    })
    .sort((a, b) => a - b);
  return {
    alike: aa > 0 && bb > 0 ? ab / Math.sqrt(aa * bb) : 0,
    apart: apart[Math.floor(apart.length / 2)] ?? Infinity,
  };
}
