import type { Mat3 } from "../geometry";
import { solveSymmetric, spreadOf } from "../numerics";
import { type Plane, halvedPlane } from "./plane";
import { type Kind, PARAMETERS, emptyRows, fillRows, normalEquations } from "./rows";
import { type Structure, structureOf, toldBy } from "./structure";

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
const TURNS = 14;
/** Steps shorter than this end a level, pixels. */
const STILL = 0.002;
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

/** Coordinates are counted from the middle in half diagonals, so that all parameters weigh alike. */
const unitOf = ({ width, height }: Plane): number => Math.hypot(width, height) / 2;

function settled(from: Structure, to: Structure, start: readonly number[], kind: Kind): number[] {
  const p = [...start];
  const unit = unitOf(from);
  const pixels = toldBy(from);
  const rows = emptyRows(pixels.length);
  const count = kind === "turn" ? 3 : PARAMETERS;
  for (let turn = 0; turn < TURNS; turn++) {
    fillRows(rows, from, to, pixels, p, unit);
    if (rows.count < 50 * count) return p;
    const { normal, right } = normalEquations(rows, spreadOf(rows.off.subarray(0, rows.count)) || 1, kind);
    const step = solveSymmetric(normal, right);
    if (!step) return p;
    // A turn by a small angle changes b and d against each other.
    const change = kind === "turn" ? [0, -step[2]!, step[0]!, step[2]!, 0, step[1]!, 0, 0] : step;
    change.forEach((v, i) => (p[i]! += v));
    if (Math.max(...change.map(Math.abs)) * unit < STILL) break;
  }
  return p;
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
  const pixels = toldBy(from);
  const rows = emptyRows(pixels.length);
  fillRows(rows, from, to, pixels, p, unit);
  let [ab, aa, bb] = [0, 0, 0];
  const parts = Array.from({ length: PARTS * PARTS }, () => ({ n: 0, xx: 0, xy: 0, yy: 0, x: 0, y: 0 }));
  for (let i = 0; i < rows.count; i++) {
    const [off, pixel, other] = [rows.off[i]!, rows.pixel[i]!, rows.other[i]!];
    const own = other + off;
    ab += own * other;
    aa += own * own;
    bb += other * other;
    const column = Math.floor(((pixel % width) * PARTS) / width);
    const line = Math.floor((Math.floor(pixel / width) * PARTS) / height);
    const part = parts[line * PARTS + column]!;
    const [gx, gy] = [rows.slopes[PARAMETERS * i + 2]! / unit, rows.slopes[PARAMETERS * i + 5]! / unit];
    part.n++;
    part.xx += gx * gx;
    part.xy += gx * gy;
    part.yy += gy * gy;
    part.x += gx * off;
    part.y += gy * off;
  }
  const apart = parts
    .filter(({ n }) => n > LEAST_SHARE * rows.count)
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
