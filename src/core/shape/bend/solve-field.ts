import type { Vec2 } from "../../geometry";
import { BorderedSystem } from "../../numerics";
import { type Manner, addEnergy } from "./field-energy";
import type { PlacedShield, PlacedTaut } from "./placed-marks";
import { firmness } from "./bend-settings";
import { bestSimilarity } from "./similarity";
import {
  type Lattice,
  SplineField,
  type Spot,
  eachNumber,
  numbersOf,
  reachOf,
  spotOf,
  weightsAt,
} from "./spline-field";

/** A place whose way is known: the border of a face, or what is left alone. */
export interface Pin {
  readonly at: Vec2;
  /** How far it moves, pixels. */
  readonly by: Vec2;
  /** Its share of what its mark counts. */
  readonly share: number;
}

export interface FieldMarks {
  readonly tauts: readonly PlacedTaut[];
  readonly shields: readonly PlacedShield[];
  readonly pins: readonly Pin[];
  /** Where a place goes that lies in a face; null outside of all. */
  inFace(p: Vec2): Vec2 | null;
}

/** How strongly marks are held against what moving costs (field-energy): mean squares, in shares of the picture's diagonal. */
const HELD = 6e7;
/** Of that, how strongly a shield stays in its place and as large as it is: no more than its form asks for, and marks take it along. */
const IN_PLACE = { middle: 3e-5, size: 0.02 } as const;
/** Free lines are fitted anew so many times, their directions being known only afterwards. */
const ROUNDS = 3;
/** No more of them where none has turned by more than this, radians: it would move nothing by a tenth of a pixel. */
const TURNED = 3e-4;

/** The straight line through places: what is left is across it (Pearson (1901), "On lines and planes of closest fit"). */
export interface StraightLine {
  readonly middle: Vec2;
  /** Of length 1. */
  readonly along: Vec2;
  readonly across: Vec2;
}

export function straightThrough(places: readonly Vec2[]): StraightLine {
  const n = places.length;
  const middle: Vec2 = [places.reduce((s, p) => s + p[0], 0) / n, places.reduce((s, p) => s + p[1], 0) / n];
  let [xx, xy, yy] = [0, 0, 0];
  for (const [x, y] of places) {
    xx += (x - middle[0]) ** 2;
    xy += (x - middle[0]) * (y - middle[1]);
    yy += (y - middle[1]) ** 2;
  }
  const turn = Math.atan2(2 * xy, xx - yy) / 2;
  const along: Vec2 = [Math.cos(turn), Math.sin(turn)];
  return { middle, along, across: [-along[1], along[0]] };
}

const acrossOf = (line: StraightLine, p: Vec2): number =>
  line.across[0] * (p[0] - line.middle[0]) + line.across[1] * (p[1] - line.middle[1]);

/** The line that a lock asks for through the middle of places. */
const locked = (lock: "vertical" | "horizontal", { middle }: StraightLine): StraightLine =>
  lock === "vertical" ? { middle, along: [0, 1], across: [1, 0] } : { middle, along: [1, 0], across: [0, 1] };

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
  const { tauts, shields, pins } = marks;
  const leads = leaders(tauts);
  const turns = tauts.map(({ mark }, k) => leads[k] === k && (mark.lock === "free" || mark.lock === "parallel"));
  const free = turns.some((t) => t);
  const known = tauts.map(({ places }) => places.map((p) => marks.inFace(p)));
  const before = tauts.map(({ places }) => straightThrough(places));
  let now = tauts.map(({ places }, k) => straightThrough(places.map((p, i) => known[k]![i] ?? p)));
  let field = new SplineField(lattice, new Float64Array(numbersOf(lattice)));
  for (let round = 0; round < (free ? ROUNDS : 1); round++) {
    const ways = tauts.map((_, k): StraightLine => {
      const { lock } = tauts[leads[k]!]!.mark;
      if (lock === "vertical" || lock === "horizontal") return locked(lock, now[k]!);
      return { ...now[leads[k]!]!, middle: now[k]!.middle };
    });
    const way = (k: number): StraightLine => ways[k]!;
    field = new SplineField(
      lattice,
      onceSolved(lattice, unit, visible, { tauts, shields, pins, known, before, leads, turns, manner, way }),
    );
    if (!free) break;
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
    if (!now.some(isTurned)) break;
  }
  return field;
}

interface Round {
  readonly tauts: readonly PlacedTaut[];
  readonly shields: readonly PlacedShield[];
  readonly pins: readonly Pin[];
  readonly known: readonly (readonly (Vec2 | null)[])[];
  readonly before: readonly StraightLine[];
  readonly leads: readonly number[];
  readonly turns: readonly boolean[];
  readonly manner: Manner;
  way(k: number): StraightLine;
}

function onceSolved(lattice: Lattice, unit: number, visible: Float64Array, round: Round): Float64Array {
  const { tauts, shields, pins, known, before, leads, turns, manner, way } = round;
  const band = numbersOf(lattice);
  // Border unknowns: each line's place, the turn of each that is free, and each shield's similarity.
  let border = tauts.length;
  const turnOf = turns.map((t) => (t ? band + border++ : -1));
  const similarity = shields.map(({ mark }) => {
    const at = band + border;
    border += mark.turn === "none" ? 3 : 4;
    return at;
  });
  const system = new BorderedSystem(band, reachOf(lattice), border);
  addEnergy(system, lattice, unit, visible, manner);
  const held = (manner.held * HELD) / (unit * unit);
  const unknowns = new Int32Array(40);
  const coefficients = new Float64Array(40);
  const spot: Spot = { first: 0, tx: 0, ty: 0 };
  const [wx, wy] = [new Float64Array(4), new Float64Array(4)];
  /** The displacement of a place across a direction, into the first 32. */
  const displaced = (p: Vec2, nx: number, ny: number): void => {
    spotOf(lattice, p[0], p[1], spot);
    weightsAt(spot.tx, wx);
    weightsAt(spot.ty, wy);
    eachNumber(lattice, spot.first, (n, at, across, below) => {
      const w = wx[across]! * wy[below]!;
      unknowns[2 * n] = 2 * at;
      unknowns[2 * n + 1] = 2 * at + 1;
      coefficients[2 * n] = nx * w;
      coefficients[2 * n + 1] = ny * w;
    });
  };
  tauts.forEach(({ places, mark }, k) => {
    const line = way(k);
    const turn = turnOf[leads[k]!]!;
    const asked = mark.lock === "vertical" || mark.lock === "horizontal" ? locked(mark.lock, before[k]!) : before[k]!;
    places.forEach((p, i) => {
      const fixed = known[k]![i]!;
      let n = 0;
      const from = fixed ?? p;
      if (!fixed) {
        displaced(p, line.across[0], line.across[1]);
        n = 32;
      }
      const off = acrossOf(line, from);
      unknowns[n] = band + k;
      coefficients[n++] = -1;
      if (turn >= 0) {
        unknowns[n] = turn;
        // In shares of the picture, so that all unknowns are of one size.
        coefficients[n++] =
          -((p[0] - before[k]!.middle[0]) * line.along[0] + (p[1] - before[k]!.middle[1]) * line.along[1]) / unit;
      }
      const left = (1 - mark.amount) * acrossOf(asked, p);
      system.observe(unknowns, coefficients, n, left - off, held / places.length);
    });
  });
  shields.forEach(({ places, form, mark }, k) => {
    const at = similarity[k]!;
    const kept = held * firmness(mark);
    const [{ middle }, place] = [straightThrough(form), straightThrough(places).middle];
    const fit = bestSimilarity(form, places);
    const stay = (unknown: number, value: number, weight: number): void => {
      unknowns[0] = unknown;
      coefficients[0] = 1;
      system.observe(unknowns, coefficients, 1, value, kept * weight);
    };
    for (const c of [0, 1] as const) stay(at + c, place[c] - middle[c], IN_PLACE.middle);
    stay(at + 2, unit * Math.hypot(fit.along, fit.across), (IN_PLACE.size * fit.spread) / (unit * unit));
    places.forEach((p, i) => {
      const [gx, gy] = [(form[i]![0] - middle[0]) / unit, (form[i]![1] - middle[1]) / unit];
      for (const c of [0, 1] as const) {
        displaced(p, c === 0 ? 1 : 0, c === 1 ? 1 : 0);
        let n = 32;
        const put = (unknown: number, by: number): void => {
          unknowns[n] = unknown;
          coefficients[n++] = by;
        };
        put(at + c, -1);
        put(at + 2, -(c === 0 ? gx : gy));
        if (mark.turn !== "none") put(at + 3, c === 0 ? gy : -gx);
        system.observe(unknowns, coefficients, n, -(p[c] - middle[c]), kept / places.length);
      }
    });
  });
  for (const { at, by, share } of pins)
    for (const c of [0, 1] as const) {
      displaced(at, c === 0 ? 1 : 0, c === 1 ? 1 : 0);
      system.observe(unknowns, coefficients, 32, by[c], held * share);
    }
  return system.solve().subarray(0, band);
}
