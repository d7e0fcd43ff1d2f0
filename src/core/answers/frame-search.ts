import { type Rect, type Size, type Vec2, bounds, clamp } from "../geometry";
import type { Shown } from "./shown";

/** The plane of one answer before it is framed, and what lies on it. */
interface OnPlane {
  readonly size: Size;
  /** Outline of what the photo covers on the plane. */
  readonly outline: readonly Vec2[];
  toRecorded(x: number, y: number, out: Float64Array): void;
  fromRecorded(p: Vec2): Vec2 | null;
}

/** A frame on the plane, as it was found. */
export interface FoundFrame {
  readonly rect: Rect;
  /** Share of it that the photo does not cover, 0…1. */
  readonly empty: number;
  /** Share of the photo's area, and of what it shows, inside it, 0…1. */
  readonly kept: number;
  readonly content: number;
  /** Share of its columns in which a roof, or the foot of a building, lies beyond it. */
  readonly cut: number;
}

/** Cells along the longer side of what is searched. */
const CELLS = 44;
/** The plane is searched within so many times the photo's sides. */
const MOST = 3;
/** What smooth places weigh beside the busiest, which weigh 1 more. */
const PLAIN = 0.12;
/** Of a frame's worth, the share that is its photo area alone. */
const AREA = 0.2;
/** What it costs that a roof or a foot is cut at all, a gable's point say, and in all columns. */
const CUT = { any: 0.15, all: 1.2 } as const;
const costOfCut = (cut: number, columns: number): number => (cut > 0 ? CUT.any + (CUT.all * cut) / columns : 0);
/** Air over roofs and under feet, as a share of the frame's height. */
export const AIR = 0.004;
/** A frame is no narrower or wider than the photo by more than this factor. */
const SHAPE = 1.4;
/** What emptiness the size of the photo costs: without gaps, and where they are allowed, ever cheaper as long as few enough remain. */
const CLEAN = 1e3;
const CHEAPER = [40, 20, 10, 5, 2.5, 1.2] as const;
/** What it costs to show places that are drawn out beyond what is borne, the size of the photo. */
const DRAWN_OUT = 20;

interface Lattice {
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

function latticeOf({ plane, shown, feet, mostStretch }: FrameQuestion): Lattice {
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
        const across = [
          (r[0] - l[0]) / cell,
          (r[1] - l[1]) / cell,
          (d[0] - u[0]) / cell,
          (d[1] - u[1]) / cell,
        ] as const;
        if (drawnOutBy(...across) > mostStretch) row[3]! += (cell * cell) / photo;
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

/** The larger stretch where a step across the plane is (a, b) and one down it (c, d) on the photo, times. */
function drawnOutBy(a: number, b: number, c: number, d: number): number {
  const sum = a * a + b * b + c * c + d * d;
  const det = a * d - b * c;
  return 1 / Math.sqrt(Math.max(1e-12, (sum - Math.sqrt(Math.max(0, sum * sum - 4 * det * det))) / 2));
}

/** A sum over a rectangle in cells, linear within cells. */
function over(sums: Float64Array, { columns, rows }: Lattice, i0: number, j0: number, i1: number, j1: number): number {
  const at = (u: number, v: number): number => {
    const [i, j] = [Math.min(columns - 1, Math.floor(u)), Math.min(rows - 1, Math.floor(v))];
    const [a, b] = [u - i, v - j];
    const s = (di: number, dj: number): number => sums[(j + dj) * (columns + 1) + i + di]!;
    return (1 - b) * ((1 - a) * s(0, 0) + a * s(1, 0)) + b * ((1 - a) * s(0, 1) + a * s(1, 1));
  };
  return at(i1, j1) - at(i1, j0) - at(i0, j1) + at(i0, j0);
}

/** A rectangle in cells: left, top, right, bottom. */
type Sides = readonly [number, number, number, number];

/** How many of the columns from `i0` to `i1` have a roof above `j0` or a foot below `j1`, cells. */
function cutColumns({ y0, cell, roofs, feet }: Lattice, [i0, j0, i1, j1]: Sides): number {
  const air = AIR * (j1 - j0) * cell;
  const [top, bottom] = [y0 + j0 * cell + air, y0 + j1 * cell - air];
  let cut = 0;
  for (let i = Math.floor(i0); i < Math.ceil(i1); i++) cut += (roofs[i]! < top ? 1 : 0) + (feet[i]! > bottom ? 1 : 0);
  return cut;
}

function worthOfSides(lattice: Lattice, sides: Sides, price: number): number {
  const [i0, j0, i1, j1] = sides;
  const content = over(lattice.content, lattice, i0, j0, i1, j1);
  const area = over(lattice.area, lattice, i0, j0, i1, j1);
  const empty = over(lattice.empty, lattice, i0, j0, i1, j1);
  const drawnOut = over(lattice.drawnOut, lattice, i0, j0, i1, j1);
  const cut = costOfCut(cutColumns(lattice, sides), Math.max(1, i1 - i0));
  return (1 - AREA) * content + AREA * area - price * empty - DRAWN_OUT * drawnOut - cut;
}

/** The best rectangle of whole cells. */
function bestOfCells(lattice: Lattice, price: number, ratios: readonly [number, number]): Sides | null {
  const { columns, rows, y0, cell, roofs, feet } = lattice;
  let best: Sides | null = null;
  let most = -Infinity;
  const value = new Float64Array(columns + 1);
  const cut = new Float64Array(columns + 1);
  const w = columns + 1;
  for (let j0 = 0; j0 < rows; j0++)
    for (let j1 = j0 + 2; j1 <= rows; j1++) {
      const height = j1 - j0;
      const [least, widest] = [Math.max(1, Math.ceil(ratios[0] * height)), Math.floor(ratios[1] * height)];
      const air = AIR * height * cell;
      const [top, bottom] = [y0 + j0 * cell + air, y0 + j1 * cell - air];
      for (let i = 0; i <= columns; i++) {
        const band = (s: Float64Array): number => s[j1 * w + i]! - s[j0 * w + i]!;
        value[i] =
          (1 - AREA) * band(lattice.content) +
          AREA * band(lattice.area) -
          price * band(lattice.empty) -
          DRAWN_OUT * band(lattice.drawnOut);
        if (i > 0) cut[i] = cut[i - 1]! + (roofs[i - 1]! < top ? 1 : 0) + (feet[i - 1]! > bottom ? 1 : 0);
      }
      for (let i0 = 0; i0 + least <= columns; i0++)
        for (let i1 = i0 + least; i1 <= Math.min(columns, i0 + widest); i1++) {
          const v = value[i1]! - value[i0]! - costOfCut(cut[i1]! - cut[i0]!, i1 - i0);
          if (v > most) [most, best] = [v, [i0, j0, i1, j1]];
        }
    }
  return best;
}

const STEPS = [0.5, 0.25, 0.12, 0.06];

/** Sides moved by parts of a cell as long as that is better; of a fixed ratio the whole is moved and grown instead. */
function refined(lattice: Lattice, from: Sides, price: number, ratio: number | null): Sides {
  const { columns, rows } = lattice;
  const fits = ([i0, j0, i1, j1]: Sides): boolean =>
    i0 >= 0 && j0 >= 0 && i1 <= columns && j1 <= rows && i1 - i0 > 1 && j1 - j0 > 1;
  const moves = (step: number): Sides[] =>
    ratio === null
      ? [0, 1, 2, 3].flatMap((side) => [1, -1].map((s): Sides => [0, 1, 2, 3].map((k) => (k === side ? s * step : 0)) as unknown as Sides))
      : [[step, 0, step, 0], [-step, 0, -step, 0], [0, step, 0, step], [0, -step, 0, -step], ...[1, -1].map((s): Sides => {
          const [a, b] = [(s * step * ratio) / 2, (s * step) / 2];
          return [-a, -b, a, b];
        })]; // prettier-ignore
  let best = from;
  let most = worthOfSides(lattice, best, price);
  for (const step of STEPS)
    for (let round = 0; round < 6; round++) {
      let better = false;
      for (const move of moves(step)) {
        const next = best.map((v, k) => v + move[k]!) as unknown as Sides;
        if (!fits(next)) continue;
        const worth = worthOfSides(lattice, next, price);
        if (worth > most + 1e-9) [most, best, better] = [worth, next, true];
      }
      if (!better) break;
    }
  return best;
}

export interface FrameQuestion {
  readonly plane: OnPlane;
  readonly shown: Shown;
  /** Where buildings end on the ground, pixels of the original. */
  readonly feet: readonly Vec2[];
  /** Width / height; null: as the photo or so. */
  readonly ratio: number | null;
  /** The greatest stretch that is borne, times. */
  readonly mostStretch: number;
}

/**
 * Frames of a plane that keep most of what the photo shows and cut no roof, tower, gable or foot that the photo held whole:
 * first the best without gaps, then ever emptier ones up to `mostEmpty` of themselves.
 *
 * Every rectangle of whole cells of a lattice is looked at, then its sides are moved by parts of a cell; so a frame without
 * gaps is only nearly so, to about a hundredth of its sides.
 */
export function* framesOn(question: FrameQuestion, mostEmpty: number): Generator<FoundFrame> {
  const lattice = latticeOf(question);
  const { ratio, plane } = question;
  const own = plane.size[0] / plane.size[1];
  const ratios = ratio === null ? ([own / SHAPE, own * SHAPE] as const) : ([0.97 * ratio, 1.03 * ratio] as const);
  for (const price of [CLEAN, ...CHEAPER]) {
    const cells = bestOfCells(lattice, price, ratios);
    const found = cells && told(lattice, refined(lattice, cells, price, ratio), ratio);
    if (!found || found.empty > mostEmpty) return;
    yield found;
  }
}

function told(lattice: Lattice, sides: Sides, ratio: number | null): FoundFrame {
  const { x0, y0, cell } = lattice;
  const [i0, j0, i1, j1] = sides;
  const share = (sums: Float64Array): number => over(sums, lattice, i0, j0, i1, j1);
  const width = (i1 - i0) * cell;
  const height = ratio === null ? (j1 - j0) * cell : width / ratio;
  return {
    rect: [x0 + i0 * cell, y0 + j0 * cell + ((j1 - j0) * cell - height) / 2, width, height],
    empty: (share(lattice.empty) * lattice.photo) / ((i1 - i0) * (j1 - j0) * cell * cell),
    kept: share(lattice.area),
    content: share(lattice.content),
    cut: cutColumns(lattice, sides) / Math.max(1, i1 - i0),
  };
}
