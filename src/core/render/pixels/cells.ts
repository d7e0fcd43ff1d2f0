import { curvaturesOf } from "../map/curvatures";
import { CROSSED, breaksAcross } from "../map/breaks";
import type { OutputMap } from "../map/compile";

/** Side of the cells the output is made in, pixels: within one the map is interpolated between its corners. */
export const CELL = 16;
/** The interpolated map may be off by this, source pixels; where it would be more, cells are cut in four. */
const TOLERANCE = 0.01;

/** Cells that bend more than this are not cut by their bend alone: so near a steep end it is not steady. Source pixels. */
const MOST_BENT = 16 * TOLERANCE;

/** Into how many parts each way a cell is cut that curves by more than is tolerated. */
const partsFor = (bend: number): number => (bend <= 4 * TOLERANCE ? 2 : 4);

/** A part of the output, at most CELL × CELL pixels. */
export interface Cell {
  /** First pixel, counted from the band's first row, and size. */
  x: number;
  y: number;
  w: number;
  h: number;
  /**
   * Recorded x, y at the centre of the first pixel and w, h pixels further: top left, top right, bottom left,
   * bottom right; bilinear between them.
   */
  readonly corners: Float64Array;
  /** Source pixels per output pixel along the source's axes. */
  shrinkX: number;
  shrinkY: number;
  /** Whether anything was recorded here at all. */
  seen: boolean;
}

/** Places further out than this are all the same: nowhere near the photo. Source pixels. */
const FAR = 1e7;
/** Neighbours further apart than this were recorded at two ends of a picture, pixels. */
const TORN = 1000;
const isTorn = ([a, b, c]: readonly Place[]): boolean =>
  Math.abs(a![0] - b![0]) + Math.abs(a![1] - b![1]) > TORN || Math.abs(a![0] - c![0]) + Math.abs(a![1] - c![1]) > TORN;

const clamped = (v: number): number => (v > -FAR ? (v < FAR ? v : FAR) : -FAR);

/** Recorded position at a place of the output: x, y and margin (see CompiledMap.toRecorded). */
type Place = readonly [number, number, number];

/**
 * Cuts a band of the output into cells and visits them row by row. The map is evaluated once per CELL pixels each way;
 * its second differences bound the error of interpolating it: at most (|Δ²u| + |Δ²v|) / 8 for a map with steady
 * curvature over a few cells, and a quarter of it for every halving. Where the map has none, along its breaks and where
 * the photo ends in sight, cells are cut until they hold.
 *
 * @param y first row of the band, a multiple of CELL. @param visit gets the same object every time.
 */
export function eachCell(map: OutputMap, y: number, rows: number, visit: (cell: Cell) => void): void {
  const [fx, fy, fw, fh] = map.frame;
  const [width, height] = map.output;
  const [stepX, stepY] = [fw / width, fh / height];
  const out = new Float64Array(3);
  const cell: Cell = { x: 0, y: 0, w: 0, h: 0, corners: new Float64Array(8), shrinkX: 1, shrinkY: 1, seen: true };
  const cols = Math.ceil(width / CELL);
  const lines = Math.ceil(rows / CELL);
  // One more lattice point all round, for the second differences.
  const stride = cols + 3;
  const lattice = new Float64Array(stride * (lines + 3) * 3);
  for (let r = 0, i = 0; r < lines + 3; r++)
    for (let c = 0; c < stride; c++, i += 3) {
      map.toRecorded(fx + ((c - 1) * CELL + 0.5) * stepX, fy + (y + (r - 1) * CELL + 0.5) * stepY, out);
      lattice[i] = out[0]!;
      lattice[i + 1] = out[1]!;
      lattice[i + 2] = out[2]!;
    }
  const { curvatures, width: curvatureStride } = curvaturesOf(lattice, stride, cols, lines);
  const crossed = breaksAcross(map, y, rows);

  const place = (x: number, yInBand: number): Place => {
    map.toRecorded(fx + (x + 0.5) * stepX, fy + (y + yInBand + 0.5) * stepY, out);
    return [out[0]!, out[1]!, out[2]!];
  };
  const give = (x: number, top: number, w: number, h: number, p: readonly [Place, Place, Place, Place]): void => {
    cell.x = x;
    cell.y = top;
    cell.w = w;
    cell.h = h;
    cell.seen = p[0][2] > 0;
    // Where the cell's own corners lie behind the camera its width is not known, nor where a picture's two ends meet; single
    // pixels are then read sharp.
    const known = p[0][2] > 0 && p[1][2] > 0 && p[2][2] > 0 && !(w === 1 && h === 1 && isTorn(p));
    cell.shrinkX = known ? Math.hypot((p[1][0] - p[0][0]) / w, (p[2][0] - p[0][0]) / h) : 1;
    cell.shrinkY = known ? Math.hypot((p[1][1] - p[0][1]) / w, (p[2][1] - p[0][1]) / h) : 1;
    for (let i = 0; i < 4; i++) {
      // A single pixel has one place; its neighbours' may lie beyond the horizon, out of all numbers.
      const [px, py] = p[w === 1 && h === 1 ? 0 : i]!;
      cell.corners[2 * i] = clamped(px);
      cell.corners[2 * i + 1] = clamped(py);
    }
    visit(cell);
  };
  /** Cuts until interpolation holds at the middles of the sides and of the cell, or a single pixel is left. */
  const cut = (x: number, top: number, w: number, h: number, p: readonly [Place, Place, Place, Place]): void => {
    if (w === 1 && h === 1) return give(x, top, 1, 1, p);
    const seen = p.filter((q) => q[2] > 0).length;
    const [mx, my] = [x + w / 2, top + h / 2];
    const middles = [place(mx, top), place(x, my), place(mx, my), place(x + w, my), place(mx, top + h)] as const;
    const allSeen = seen === 4 && middles.every((m) => m[2] > 0);
    if (seen === 0 && middles.every((m) => !(m[2] > 0))) return give(x, top, w, h, p);
    const [a, b, c, d] = p;
    const off = (m: Place, ...of: Place[]): number =>
      Math.hypot(
        m[0] - of.reduce((s, q) => s + q[0], 0) / of.length,
        m[1] - of.reduce((s, q) => s + q[1], 0) / of.length,
      );
    // Of a column one pixel wide only its own centres are asked for, and so of a row.
    const by = crossed ? crossed(x, top, w === 1 ? 0 : w, h === 1 ? 0 : h) : CROSSED.not;
    if (allSeen) {
      const [down, along] = [off(middles[1], a, c), off(middles[0], a, b)];
      const error =
        w === 1
          ? down
          : h === 1
            ? along
            : Math.max(along + down, off(middles[4], c, d) + off(middles[3], b, d), off(middles[2], a, b, c, d));
      // On both sides of a break the map may look straight to its middles and not be.
      if (error <= TOLERANCE && by === CROSSED.not) return give(x, top, w, h, p);
    }
    // Across a break, so that what is left along it are slim cells.
    const w0 = by === CROSSED.level && h > 1 ? w : Math.ceil(w / 2);
    const h0 = by === CROSSED.standing && w > 1 ? h : Math.ceil(h / 2);
    for (const [left, wide] of [
      [0, w0],
      [w0, w - w0],
    ] as const)
      for (const [down, high] of [
        [0, h0],
        [h0, h - h0],
      ] as const)
        if (wide > 0 && high > 0) {
          const [x0, y0] = [x + left, top + down];
          cut(x0, y0, wide, high, [
            place(x0, y0),
            place(x0 + wide, y0),
            place(x0, y0 + high),
            place(x0 + wide, y0 + high),
          ]);
        }
  };

  const { corners } = cell;
  const finer = new Float64Array((CELL + 1) * (CELL + 1) * 2);
  /**
   * Cuts a cell into parts × parts at once: how many its bend asks for is known. @param first its first lattice point.
   * @returns false where the map ends inside it.
   */
  const divide = (x: number, top: number, w: number, h: number, parts: number, first: number): boolean => {
    const across = parts + 1;
    const whole = w === CELL && h === CELL;
    for (let j = 0, i = 0; j < across; j++)
      for (let k = 0; k < across; k++, i += 2) {
        if (whole && j % parts === 0 && k % parts === 0) {
          const known = first + (j === 0 ? 0 : stride * 3) + (k === 0 ? 0 : 3);
          finer[i] = lattice[known]!;
          finer[i + 1] = lattice[known + 1]!;
          continue;
        }
        const px = x + Math.round((w * k) / parts);
        const py = y + top + Math.round((h * j) / parts);
        map.toRecorded(fx + (px + 0.5) * stepX, fy + (py + 0.5) * stepY, out);
        if (!(out[2]! > 0)) return false;
        finer[i] = out[0]!;
        finer[i + 1] = out[1]!;
      }
    cell.seen = true;
    for (let j = 0; j < parts; j++)
      for (let k = 0; k < parts; k++) {
        const left = Math.round((w * k) / parts);
        const upper = Math.round((h * j) / parts);
        const wide = Math.round((w * (k + 1)) / parts) - left;
        const high = Math.round((h * (j + 1)) / parts) - upper;
        if (wide === 0 || high === 0) continue;
        const p = 2 * (j * across + k);
        const s = p + 2 * across;
        cell.x = x + left;
        cell.y = top + upper;
        cell.w = wide;
        cell.h = high;
        for (let n = 0; n < 4; n++) {
          corners[n] = finer[p + n]!;
          corners[4 + n] = finer[s + n]!;
        }
        const [ux, vx] = [(corners[2]! - corners[0]!) / wide, (corners[4]! - corners[0]!) / high];
        const [uy, vy] = [(corners[3]! - corners[1]!) / wide, (corners[5]! - corners[1]!) / high];
        cell.shrinkX = Math.sqrt(ux * ux + vx * vx);
        cell.shrinkY = Math.sqrt(uy * uy + vy * vy);
        visit(cell);
      }
    return true;
  };
  for (let r = 0; r < lines; r++)
    for (let c = 0; c < cols; c++) {
      const x = c * CELL;
      const top = r * CELL;
      const w = Math.min(CELL, width - x);
      const h = Math.min(CELL, rows - top);
      // The cell's four lattice points: p, right of it q, below it s, and t.
      const p = ((r + 1) * stride + c + 1) * 3;
      const q = p + 3;
      const s = p + stride * 3;
      const t = s + 3;
      const seen = lattice[p + 2]! > 0 && lattice[q + 2]! > 0 && lattice[s + 2]! > 0 && lattice[t + 2]! > 0;
      const bent = r * curvatureStride + c;
      const below = bent + curvatureStride;
      const bend = Math.max(curvatures[bent]!, curvatures[bent + 1]!, curvatures[below]!, curvatures[below + 1]!);
      const steady = seen && !crossed?.(x, top, w, h);
      if (steady && bend > TOLERANCE && bend <= MOST_BENT && divide(x, top, w, h, partsFor(bend), p)) continue;
      if (!steady || !(bend <= TOLERANCE)) {
        const at = (i: number, j: number): Place => place(x + i, top + j);
        cut(x, top, w, h, [at(0, 0), at(w, 0), at(0, h), at(w, h)]);
        continue;
      }
      const px = lattice[p]!;
      const py = lattice[p + 1]!;
      const ux = lattice[q]! - px;
      const uy = lattice[q + 1]! - py;
      const vx = lattice[s]! - px;
      const vy = lattice[s + 1]! - py;
      cell.x = x;
      cell.y = top;
      cell.w = w;
      cell.h = h;
      cell.seen = true;
      cell.shrinkX = Math.sqrt(ux * ux + vx * vx) / CELL;
      cell.shrinkY = Math.sqrt(uy * uy + vy * vy) / CELL;
      const u = w / CELL;
      const v = h / CELL;
      corners[0] = px;
      corners[1] = py;
      corners[2] = px + ux * u;
      corners[3] = py + uy * u;
      corners[4] = px + vx * v;
      corners[5] = py + vy * v;
      corners[6] = px + ux * u + vx * v + (lattice[t]! - px - ux - vx) * u * v;
      corners[7] = py + uy * u + vy * v + (lattice[t + 1]! - py - uy - vy) * u * v;
      visit(cell);
    }
}
