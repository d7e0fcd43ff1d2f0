import type { Vec2 } from "../../geometry";
import { areasOf, keepSizes } from "./area-bounds";
import { type Pin, onceSolved } from "./bend-system";
import type { Manner } from "./field-energy";
import type { PlacedEdge } from "./placed-edges";
import type { PlacedShield, PlacedTaut } from "./placed-marks";
import { type Lattice, SplineField, numbersOf } from "./spline-field";
import { type StraightLine, locked, straightThrough } from "./straight-line";

export interface FieldMarks {
  readonly tauts: readonly PlacedTaut[];
  readonly shields: readonly PlacedShield[];
  readonly pins: readonly Pin[];
  readonly edges: readonly PlacedEdge[];
  /** Where a place goes that lies in a face; null outside of all. */
  inFace(p: Vec2): Vec2 | null;
  /** Whether a place is one that the field moves and that is seen. */
  counts(p: Vec2): boolean;
}

/** Free lines are fitted anew so many times, their directions being known only afterwards. */
const ROUNDS = 3;
/** Sizes are kept more in so many rounds where places are squashed or drawn out too far, at most. */
const SIZE_ROUNDS = 6;
/** And no more where the worst place has come no nearer to its bounds than by this factor. */
const NEARER = 0.97;
/** No more of them where none has turned by more than this, radians: it would move nothing by a tenth of a pixel. */
const TURNED = 3e-4;

/** For each taut line the number of the one whose direction it takes, its own where it has one. */
export function leaders(tauts: readonly PlacedTaut[]): number[] {
  return tauts.map(({ mark }, k) => {
    const seen = new Set<number>();
    let at = k;
    let { lock, along } = mark;
    while (lock === "parallel" && !seen.has(at)) {
      seen.add(at);
      const next = tauts.findIndex((t) => t.mark.id === along);
      if (next < 0) return at;
      at = next;
      ({ lock, along } = tauts[at]!.mark);
    }
    return seen.has(at) ? k : at;
  });
}

/**
 * The displacement of the plane that marks ask for, everything else as much as it was as they allow: one linear least squares problem,
 * but for the directions of free lines, which are found in a few rounds (the way of Carroll, Agrawala and Agarwala (2009)).
 *
 * @param unit the picture's diagonal, pixels. @param visible how much each cell counts, about 1.
 * @param manner what is held how strongly.
 */
export function solveField(
  lattice: Lattice,
  unit: number,
  visible: Float64Array,
  marks: FieldMarks,
  manner: Manner = { forms: 1, staying: 1, held: 1 },
): SplineField {
  const { tauts, shields, pins, edges } = marks;
  const leads = leaders(tauts);
  const turns = tauts.map(({ mark }, k) => leads[k] === k && (mark.lock === "free" || mark.lock === "parallel"));
  const free = turns.some((t) => t);
  const known = tauts.map(({ places }) => places.map((p) => marks.inFace(p)));
  const before = tauts.map(({ places }) => straightThrough(places));
  let now = tauts.map(({ places }, k) => straightThrough(places.map((p, i) => known[k]![i] ?? p)));
  let field = new SplineField(lattice, new Float64Array(numbersOf(lattice)));
  const sizes = new Float64Array(lattice.columns * lattice.rows).fill(1);
  /** One round. @returns whether a free line has turned, so that another one would move something. */
  const again = (): boolean => {
    const ways = tauts.map((_, k): StraightLine => {
      const { lock } = tauts[leads[k]!]!.mark;
      if (lock === "vertical" || lock === "horizontal") return locked(lock, now[k]!);
      return { ...now[leads[k]!]!, middle: now[k]!.middle };
    });
    const way = (k: number): StraightLine => ways[k]!;
    field = new SplineField(
      lattice,
      onceSolved(lattice, unit, visible, {
        tauts,
        shields,
        pins,
        edges,
        known,
        before,
        leads,
        turns,
        manner,
        sizes,
        way,
      }),
    );
    if (!free) return false;
    const out = new Float64Array(6);
    const were = now;
    now = tauts.map(({ places }, k) =>
      straightThrough(
        places.map((p, i): Vec2 => {
          const fixed = known[k]![i];
          if (fixed) return fixed;
          field.at(p[0], p[1], out);
          return [p[0] + out[0]!, p[1] + out[1]!];
        }),
      ),
    );
    const isTurned = (line: StraightLine, k: number): boolean =>
      turns[k]! && Math.abs(line.along[0] * were[k]!.along[1] - line.along[1] * were[k]!.along[0]) > TURNED;
    return now.some(isTurned);
  };
  let isTurning = again();
  let worst = Infinity;
  for (let round = 0; manner.sizes && round < SIZE_ROUNDS; round++) {
    const found = areasOf(field, (p) => marks.counts(p));
    if (found.cells.size === 0 || found.worst > NEARER * worst) break;
    worst = found.worst;
    keepSizes(sizes, lattice, found.cells);
    isTurning = again();
  }
  for (let round = 1; round < ROUNDS && isTurning; round++) isTurning = again();
  return field;
}
