import type { BorderedSystem } from "../../numerics";
import { type Lattice, bendsAt, eachNumber, slopesAt, weightsAt } from "./spline-field";

/**
 * How much each departure from what was there costs, dimensionless; all of it is a mean over the lattice.
 * `turned`: ∂x/∂x − ∂y/∂y and ∂x/∂y + ∂y/∂x, which vanish for similarities (the Cauchy–Riemann equations, as in Carroll, Agrawala and
 * Agarwala (2009), "Optimizing content-preserving projections for wide-angle images"). `moved` draws places back to where they were, over
 * about a fifth of the picture; `scaled` keeps sizes and directions; `bent` is the thin plate's.
 */
const COSTS = { turned: 50, scaled: 0.05, bent: 0.0005, moved: 30 } as const;

/** How much of the usual it costs to change forms and to move at all, and how much of it marks are held. */
export interface Manner {
  readonly forms: number;
  readonly staying: number;
  readonly held: number;
  /** Whether sizes are kept more where places are squashed or drawn out too far; that takes more rounds. */
  readonly sizes?: boolean;
}

export interface CellWeights {
  /** How much a cell is seen, about 1. */
  readonly visible: Float64Array;
  /** What changing sizes costs there, as a multiple of the usual. */
  readonly sizes: Float64Array;
}

/** A cell's quadratic form over its sixteen numbers pairs, symmetric 32 × 32: the part weighed by how visible the place is, what changing sizes costs, and the rest. */
interface CellForms {
  readonly seen: Float64Array;
  readonly sizes: Float64Array;
  readonly always: Float64Array;
}

const SIDE = 32;
/** Gauss's two places in 0…1. */
const GAUSS = [0.5 - Math.sqrt(3) / 6, 0.5 + Math.sqrt(3) / 6] as const;

/** The forms of one cell. @param unit length that displacements are measured in, pixels. */
function formsOf(cell: number, unit: number, manner: Manner): CellForms {
  const seen = new Float64Array(SIDE * SIDE);
  const sizes = new Float64Array(SIDE * SIDE);
  const always = new Float64Array(SIDE * SIDE);
  const of = (make: (t: number, out: Float64Array) => void, t: number): Float64Array => {
    const out = new Float64Array(4);
    make(t, out);
    return out;
  };
  const row = new Float64Array(SIDE);
  const add = (into: Float64Array, cost: number): void => {
    for (let a = 0; a < SIDE; a++) for (let b = 0; b <= a; b++) into[a * SIDE + b]! += (cost / 4) * row[a]! * row[b]!;
  };
  for (const ty of GAUSS)
    for (const tx of GAUSS) {
      const [w, s, b] = [
        [of(weightsAt, tx), of(weightsAt, ty)],
        [of(slopesAt, tx), of(slopesAt, ty)],
        [of(bendsAt, tx), of(bendsAt, ty)],
      ] as const;
      /** One observation: products of functions along x and y for either component. */
      const observe = (
        into: Float64Array,
        cost: number,
        ...terms: readonly (readonly [0 | 1, Float64Array, Float64Array, number])[]
      ): void => {
        row.fill(0);
        for (const [component, fx, fy, by] of terms)
          for (let j = 0; j < 4; j++)
            for (let i = 0; i < 4; i++) row[2 * (4 * j + i) + component]! += by * fx[i]! * fy[j]!;
        add(into, cost);
      };
      const slope = 1 / cell;
      const bend = unit / (cell * cell);
      observe(seen, manner.forms * COSTS.turned, [0, s[0], w[1], slope], [1, w[0], s[1], -slope]);
      observe(seen, manner.forms * COSTS.turned, [0, w[0], s[1], slope], [1, s[0], w[1], slope]);
      for (const c of [0, 1] as const) {
        observe(sizes, COSTS.scaled, [c, s[0], w[1], slope]);
        observe(sizes, COSTS.scaled, [c, w[0], s[1], slope]);
        observe(always, COSTS.bent, [c, b[0], w[1], bend]);
        observe(always, 2 * COSTS.bent, [c, s[0], s[1], bend]);
        observe(always, COSTS.bent, [c, w[0], b[1], bend]);
        observe(always, manner.staying * COSTS.moved, [c, w[0], w[1], 1 / unit]);
      }
    }
  return { seen, sizes, always };
}

/**
 * Adds what it costs to move the lattice's places at all.
 *
 * @param unit the picture's diagonal, pixels. @param weights of cells, row by row.
 * @param manner what is held how strongly.
 */
export function addEnergy(
  system: BorderedSystem,
  lattice: Lattice,
  unit: number,
  { visible, sizes: sizeCosts }: CellWeights,
  manner: Manner,
): void {
  const { columns, rows, cell } = lattice;
  const { seen, sizes, always } = formsOf(cell, unit, manner);
  const share = 1 / (columns * rows);
  const unknowns = new Int32Array(SIDE);
  for (let j = 0; j < rows; j++)
    for (let i = 0; i < columns; i++) {
      const weight = visible[j * columns + i]!;
      const sized = sizeCosts[j * columns + i]!;
      eachNumber(lattice, j * lattice.down + i * lattice.right, (_, at, across, below) => {
        const n = 4 * below + across;
        unknowns[2 * n] = 2 * at;
        unknowns[2 * n + 1] = 2 * at + 1;
      });
      // Inside faces the field is nobody's: it is only kept determined.
      const rest = Math.min(1, weight);
      for (let a = 0; a < SIDE; a++)
        for (let b = 0; b <= a; b++) {
          const n = a * SIDE + b;
          const value = share * (weight * seen[n]! + rest * (sized * sizes[n]! + always[n]!));
          const [p, q] = [unknowns[a]!, unknowns[b]!];
          if (value !== 0) system.add(p > q ? p : q, p > q ? q : p, value);
        }
    }
}
