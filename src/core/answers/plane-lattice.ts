import { type Size, type Vec2, bounds, clamp } from "../geometry";
import { stretchBy } from "../render";
import type { Shown } from "./shown";

/** The plane of one answer before it is framed, and what lies on it. */
interface OnPlane {
  readonly size: Size;
  /** Outline of what the photo covers on the plane. */
  readonly outline: readonly Vec2[];
  toRecorded(x: number, y: number, out: Float64Array): void;
  fromRecorded(p: Vec2): Vec2 | null;
}

export interface LatticeQuestion {
  readonly plane: OnPlane;
  readonly shown: Shown;
  /** Where buildings end on the ground, pixels of the original. */
  readonly feet: readonly Vec2[];
  /** The greatest stretch that is borne, times. */
  readonly mostStretch: number;
}

/** Cells along the longer side of what is searched. */
const CELLS = 44;
/** The plane is searched within so many times the photo's sides. */
const MOST = 3;
/** What smooth places weigh beside the busiest, which weigh 1 more. */
const PLAIN = 0.12;
/** A lattice over a plane, with what lies in its cells. */
export interface Lattice {
  readonly x0: number;
  readonly y0: number;
  readonly cell: number;
  readonly columns: number;
  readonly rows: number;
  /** Area of the photo, plane pixels. */
  readonly photo: number;
  /** Sums above and to the left of each corner: content and area kept, area empty and drawn out too far, as shares of the photo. */
  readonly content: Float64Array;
  readonly area: Float64Array;
  readonly empty: Float64Array;
  readonly drawnOut: Float64Array;
  /** Height of the highest roof and of the lowest foot in each column, plane pixels; NaN: none. */
  readonly roofs: Float64Array;
  readonly feet: Float64Array;
}

/** What each place of a photo is worth; all of it together 1. */
export function worthOf({ detail: { columns, rows, weights } }: Shown, size: Size): (p: Vec2) => number {
  let total = 0;
  for (const digit of weights) total += PLAIN + Number(digit) / 9;
  const mean = total / (columns * rows);
  return ([x, y]) => {
    const column = clamp(Math.floor((x / size[0]) * columns), 0, columns - 1);
    const row = clamp(Math.floor((y / size[1]) * rows), 0, rows - 1);
    return (PLAIN + Number(weights[row * columns + column]) / 9) / mean;
  };
}

export function latticeOf({ plane, shown, feet, mostStretch }: LatticeQuestion): Lattice {
  const { size, outline } = plane;
  const [bx, by, bw, bh] = bounds(outline);
  const [cx, cy] = [size[0] / 2, size[1] / 2];
  const x0 = Math.max(bx, cx - (MOST * size[0]) / 2);
  const y0 = Math.max(by, cy - (MOST * size[1]) / 2);
  const w = Math.min(bx + bw, cx + (MOST * size[0]) / 2) - x0;
  const h = Math.min(by + bh, cy + (MOST * size[1]) / 2) - y0;
  const cell = Math.max(w, h) / CELLS;
  const [columns, rows] = [Math.max(1, Math.round(w / cell)), Math.max(1, Math.round(h / cell))];
  const worth = worthOf(shown, size);
  const photo = size[0] * size[1];
  const sums = () => new Float64Array((columns + 1) * (rows + 1));
  const [content, area, empty, drawnOut] = [sums(), sums(), sums(), sums()];
  const out = new Float64Array(3);
  const recorded = (x: number, y: number): Vec2 | null => {
    plane.toRecorded(x, y, out);
    return out[2]! > 0 ? [out[0]!, out[1]!] : null;
  };
  const half = cell / 2;
  for (let j = 0; j < rows; j++) {
    const row = [0, 0, 0, 0];
    for (let i = 0; i < columns; i++) {
      const [x, y] = [x0 + (i + 0.5) * cell, y0 + (j + 0.5) * cell];
      const at = recorded(x, y);
      const inside = at && at[0] >= 0 && at[1] >= 0 && at[0] <= size[0] && at[1] <= size[1];
      const [l, r, u, d] = inside
        ? [recorded(x - half, y), recorded(x + half, y), recorded(x, y - half), recorded(x, y + half)]
        : [null, null, null, null];
      if (inside && l && r && u && d) {
        const share = Math.abs((r[0] - l[0]) * (d[1] - u[1]) - (r[1] - l[1]) * (d[0] - u[0])) / photo;
        row[0]! += share * worth(at);
        row[1]! += share;
        const [across, down]: [Vec2, Vec2] = [
          [(r[0] - l[0]) / cell, (r[1] - l[1]) / cell],
          [(d[0] - u[0]) / cell, (d[1] - u[1]) / cell],
        ];
        if (stretchBy(across, down) > mostStretch) row[3]! += (cell * cell) / photo;
      } else row[2]! += (cell * cell) / photo;
      const c = (j + 1) * (columns + 1) + i + 1;
      [content, area, empty, drawnOut].forEach((s, k) => (s[c] = s[c - columns - 1]! + row[k]!));
    }
  }
  const heights = (places: readonly Vec2[], better: (a: number, b: number) => number): Float64Array => {
    const found = new Float64Array(columns).fill(NaN);
    for (const p of places) {
      const at = plane.fromRecorded(p);
      const column = at ? Math.floor((at[0] - x0) / cell) : -1;
      if (!at || column < 0 || column >= columns) continue;
      const before = found[column]!;
      found[column] = Number.isNaN(before) ? at[1] : better(before, at[1]);
    }
    return found;
  };
  return {
    x0,
    y0,
    cell,
    columns,
    rows,
    photo,
    content,
    area,
    empty,
    drawnOut,
    roofs: heights(shown.skyline, Math.min),
    feet: heights(feet, Math.max),
  };
}

/** A sum over a rectangle in cells, linear within cells. */
export function over(
  sums: Float64Array,
  { columns, rows }: Lattice,
  i0: number,
  j0: number,
  i1: number,
  j1: number,
): number {
  const at = (u: number, v: number): number => {
    const [i, j] = [Math.min(columns - 1, Math.floor(u)), Math.min(rows - 1, Math.floor(v))];
    const [a, b] = [u - i, v - j];
    const s = (di: number, dj: number): number => sums[(j + dj) * (columns + 1) + i + di]!;
    return (1 - b) * ((1 - a) * s(0, 0) + a * s(1, 0)) + b * ((1 - a) * s(0, 1) + a * s(1, 1));
  };
  return at(i1, j1) - at(i1, j0) - at(i0, j1) + at(i0, j0);
}
