import type { Vec2 } from "../../geometry";
import type { Lattice, SplineField } from "./spline-field";

/** No place is to come to less or to more of its area than this where marks can be met otherwise: 0.45 and 2.2, with some room. */
const BOUNDS = { least: 0.53, most: 1.95 } as const;
/** Places to look at along a side of a cell. */
const LOOKED = 3;
/** An area that is gone or turned over counts as this small. */
const GONE = 1e-3;
/** Being drawn out counts for no more than this factor: it is ugly, but nothing is folded. */
const FAR_OUT = 9;
/** A field that misses its bounds by more than this factor is folded, or all but: a place has come to less than a twentieth. */
export const FOLDED = 10.6;
/** How far around a place that is squashed or drawn out sizes are kept, cells; how much more so each time, and at most. */
const KEPT = { around: 5, each: 8, most: 1000 } as const;

/** What a field does to areas. */
export interface Areas {
  /** By which factor the worst place misses its bounds: 1 where none does. */
  readonly worst: number;
  /** The cells with places that do, counted row by row. */
  readonly cells: ReadonlySet<number>;
}

/** Looks where a field squashes or draws out, between the lattice's own places as well. @param counts whether a place is seen at all. */
export function areasOf(field: SplineField, counts: (p: Vec2) => boolean): Areas {
  const { x, y, cell, columns, rows } = field.lattice;
  const out = new Float64Array(6);
  const cells = new Set<number>();
  let worst = 1;
  for (let j = 0; j <= LOOKED * rows; j++)
    for (let i = 0; i <= LOOKED * columns; i++) {
      const at: Vec2 = [x + (i * cell) / LOOKED, y + (j * cell) / LOOKED];
      field.at(at[0], at[1], out);
      const area = (1 + out[2]!) * (1 + out[5]!) - out[3]! * out[4]!;
      const off = area < BOUNDS.least ? BOUNDS.least / Math.max(GONE, area) : Math.min(FAR_OUT, area / BOUNDS.most);
      if (off <= 1 || !counts(at)) continue;
      worst = Math.max(worst, off);
      const [column, row] = [Math.floor(i / LOOKED), Math.floor(j / LOOKED)];
      cells.add(Math.min(rows - 1, row) * columns + Math.min(columns - 1, column));
    }
  return { worst, cells };
}

/**
 * Has sizes kept more around cells, less so further off: what keeps forms alone (a conformal map) pays for bends with areas.
 *
 * @param sizes what changing sizes costs in each cell, as a multiple of the usual; changed.
 */
export function keepSizes(sizes: Float64Array, { columns, rows }: Lattice, cells: ReadonlySet<number>): void {
  for (let j = 0; j < rows; j++)
    for (let i = 0; i < columns; i++) {
      let near = Infinity;
      for (const cell of cells) near = Math.min(near, Math.hypot((cell % columns) - i, Math.floor(cell / columns) - j));
      if (near >= KEPT.around) continue;
      const by = KEPT.each ** (1 - (near / KEPT.around) ** 2);
      const n = j * columns + i;
      sizes[n] = Math.min(KEPT.most, sizes[n]! * by);
    }
}
