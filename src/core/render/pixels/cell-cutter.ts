import { CROSSED, type breaksAcross } from "../map/breaks";
import type { OutputMap } from "../map/compile";
import { CELL, type Cell, TOLERANCE } from "./cell";

/** Places further out than this are all the same: nowhere near the photo. Source pixels. */
const FAR = 1e7;
/** Neighbours further apart than this were recorded at two ends of a picture, pixels. */
const TORN = 1000;
const isTorn = ([a, b, c]: readonly Place[]): boolean =>
  Math.abs(a![0] - b![0]) + Math.abs(a![1] - b![1]) > TORN || Math.abs(a![0] - c![0]) + Math.abs(a![1] - c![1]) > TORN;

const clamped = (v: number): number => (v > -FAR ? (v < FAR ? v : FAR) : -FAR);

/** Recorded position at a place of the output: x, y and margin (see CompiledMap.toRecorded). */
type Place = readonly [number, number, number];

/** The band that cells are cut from. */
interface Band {
  readonly map: OutputMap;
  /** First row. */
  readonly y: number;
  /** Recorded x, y and margin at points CELL pixels apart, `stride` of them to a row. */
  readonly lattice: Float64Array;
  readonly stride: number;
  readonly crossed: ReturnType<typeof breaksAcross>;
}

/** Cuts cells of a band across all of which the map cannot be interpolated, and visits what they are cut into. */
export class CellCutter {
  /** The one that is visited each time. */
  readonly cell: Cell = { x: 0, y: 0, w: 0, h: 0, corners: new Float64Array(8), shrinkX: 1, shrinkY: 1, seen: true };
  private readonly map: OutputMap;
  private readonly y: number;
  private readonly lattice: Float64Array;
  private readonly stride: number;
  private readonly crossed: Band["crossed"];
  private readonly visit: (cell: Cell) => void;
  private readonly step: readonly [number, number];
  private readonly out = new Float64Array(3);
  private readonly finer = new Float64Array((CELL + 1) * (CELL + 1) * 2);

  constructor({ map, y, lattice, stride, crossed }: Band, visit: (cell: Cell) => void) {
    this.map = map;
    this.y = y;
    this.lattice = lattice;
    this.stride = stride;
    this.crossed = crossed;
    this.visit = visit;
    this.step = [map.frame[2] / map.output[0], map.frame[3] / map.output[1]];
  }

  /** Writes to `out` where a place of the band was recorded, and its margin. */
  private recorded(x: number, yInBand: number): void {
    const { map, step } = this;
    map.toRecorded(map.frame[0] + (x + 0.5) * step[0], map.frame[1] + (this.y + yInBand + 0.5) * step[1], this.out);
  }

  place(x: number, yInBand: number): Place {
    const { out } = this;
    this.recorded(x, yInBand);
    return [out[0]!, out[1]!, out[2]!];
  }

  private give(x: number, top: number, w: number, h: number, p: readonly [Place, Place, Place, Place]): void {
    const { cell } = this;
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
    this.visit(cell);
  }

  /** Cuts until interpolation holds at the middles of the sides and of the cell, or a single pixel is left. */
  cut(x: number, top: number, w: number, h: number, p: readonly [Place, Place, Place, Place]): void {
    if (w === 1 && h === 1) return this.give(x, top, 1, 1, p);
    const seen = p.filter((q) => q[2] > 0).length;
    const [mx, my] = [x + w / 2, top + h / 2];
    const middles = [
      this.place(mx, top),
      this.place(x, my),
      this.place(mx, my),
      this.place(x + w, my),
      this.place(mx, top + h),
    ] as const;
    const allSeen = seen === 4 && middles.every((m) => m[2] > 0);
    if (seen === 0 && middles.every((m) => !(m[2] > 0))) return this.give(x, top, w, h, p);
    const [a, b, c, d] = p;
    const off = (m: Place, ...of: Place[]): number =>
      Math.hypot(
        m[0] - of.reduce((s, q) => s + q[0], 0) / of.length,
        m[1] - of.reduce((s, q) => s + q[1], 0) / of.length,
      );
    // Of a column one pixel wide only its own centres are asked for, and so of a row.
    const by = this.crossed ? this.crossed(x, top, w === 1 ? 0 : w, h === 1 ? 0 : h) : CROSSED.not;
    if (allSeen) {
      const [down, along] = [off(middles[1], a, c), off(middles[0], a, b)];
      const error =
        w === 1
          ? down
          : h === 1
            ? along
            : Math.max(along + down, off(middles[4], c, d) + off(middles[3], b, d), off(middles[2], a, b, c, d));
      // On both sides of a break the map may look straight to its middles and not be.
      if (error <= TOLERANCE && by === CROSSED.not) return this.give(x, top, w, h, p);
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
          this.cut(x0, y0, wide, high, [
            this.place(x0, y0),
            this.place(x0 + wide, y0),
            this.place(x0, y0 + high),
            this.place(x0 + wide, y0 + high),
          ]);
        }
  }

  /**
   * Cuts a cell into parts × parts at once: how many its bend asks for is known. @param first its first lattice point.
   * @returns false where the map ends inside it.
   */
  divide(x: number, top: number, w: number, h: number, parts: number, first: number): boolean {
    const { cell, finer, lattice, stride, out } = this;
    const { corners } = cell;
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
        const py = top + Math.round((h * j) / parts);
        this.recorded(px, py);
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
        this.visit(cell);
      }
    return true;
  }
}
