import type { Rect } from "../geometry";
import { type Lattice, type LatticeQuestion, latticeOf, over } from "./plane-lattice";

/** A frame on the plane, as it was found. */
export interface FoundFrame {
  readonly rect: Rect;
  /** Share of it that the photo does not cover, 0…1. */
  readonly empty: number;
  /** Share of the photo's area, and of what it shows, inside it, 0…1. */
  readonly kept: number;
  readonly content: number;
  /** Share of its columns in which a roof lies beyond it, and share of the feet of buildings that do, 0…1. */
  readonly roof: number;
  readonly foot: number;
}

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

/** Fewer feet than this are no share of a frame's. */
export const FEWEST_FEET = 12;

/** Shares of a frame's columns in which a roof is cut, and of its feet that are. */
function cutShares({ y0, cell, roofs, feet }: Lattice, [i0, j0, i1, j1]: Sides): { roof: number; foot: number } {
  const air = AIR * (j1 - j0) * cell;
  const [top, bottom] = [y0 + j0 * cell + air, y0 + j1 * cell - air];
  let [roof, foot, there] = [0, 0, 0];
  for (let i = Math.floor(i0); i < Math.ceil(i1); i++) {
    if (roofs[i]! < top) roof++;
    if (feet[i]! > bottom) foot++;
    if (feet[i]! > -Infinity) there++;
  }
  return { roof: roof / Math.max(1, i1 - i0), foot: foot / Math.max(there, FEWEST_FEET) };
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

export interface FrameQuestion extends LatticeQuestion {
  /** Width / height; null: as the photo or so. */
  readonly ratio: number | null;
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
    ...cutShares(lattice, sides),
  };
}
