import type { Vec2 } from "../../geometry";
import { BorderedSystem } from "../../numerics";
import { firmness } from "./bend-settings";
import { type Manner, addEnergy } from "./field-energy";
import type { PlacedShield, PlacedTaut } from "./placed-marks";
import { bestSimilarity } from "./similarity";
import type { PlacedEdge } from "./placed-edges";
import {
  type Lattice,
  type Spot,
  bendsAt,
  eachNumber,
  numbersOf,
  reachOf,
  slopesAt,
  spotOf,
  weightsAt,
} from "./spline-field";
import { type StraightLine, acrossOf, locked, straightThrough } from "./straight-line";

/** A place whose way is known: the border of a face, or what is left alone. */
export interface Pin {
  readonly at: Vec2;
  /** How far it moves, pixels. */
  readonly by: Vec2;
  /** Its share of what its mark counts. */
  readonly share: number;
}

/** How strongly marks are held against what moving costs (field-energy): mean squares, in shares of the picture's diagonal. */
const HELD = 1e9;
/** How strongly the photo's straight edges are kept straight, each: softly, so that marks win. */
const STRAIGHT = 1e5;
/** Of that, how strongly a shield stays in its place and as large as it is: no more than its form asks for, and marks take it along. */
const IN_PLACE = { middle: 3e-5, size: 0.02 } as const;

/** What is asked for in one round, and where lines and places stand. */
export interface Round {
  readonly tauts: readonly PlacedTaut[];
  readonly shields: readonly PlacedShield[];
  readonly pins: readonly Pin[];
  readonly edges: readonly PlacedEdge[];
  readonly known: readonly (readonly (Vec2 | null)[])[];
  readonly before: readonly StraightLine[];
  readonly leads: readonly number[];
  readonly turns: readonly boolean[];
  readonly manner: Manner;
  /** What changing sizes costs in each cell, as a multiple of the usual. */
  readonly sizes: Float64Array;
  way(k: number): StraightLine;
}

/** The equations of one round: unknowns are the lattice's numbers, and as a border each line's place and turn, and each shield's similarity. */
class BendSystem {
  private readonly lattice: Lattice;
  private readonly unit: number;
  private readonly round: Round;
  private readonly band: number;
  private readonly system: BorderedSystem;
  private readonly held: number;
  /** Of each line that leads, the unknown of its turn; −1 where it has none. */
  private readonly turnOf: readonly number[];
  /** Of each shield the first unknown of its similarity. */
  private readonly similarity: readonly number[];
  private readonly unknowns = new Int32Array(40);
  private readonly coefficients = new Float64Array(40);
  private readonly spot: Spot = { first: 0, tx: 0, ty: 0 };
  private readonly wx = new Float64Array(4);
  private readonly wy = new Float64Array(4);
  private readonly slopes = [new Float64Array(4), new Float64Array(4)] as const;
  private readonly bends = [new Float64Array(4), new Float64Array(4)] as const;

  constructor(lattice: Lattice, unit: number, visible: Float64Array, round: Round) {
    this.lattice = lattice;
    this.unit = unit;
    this.round = round;
    const { tauts, shields, turns, manner } = round;
    const band = numbersOf(lattice);
    let border = tauts.length;
    this.turnOf = turns.map((t) => (t ? band + border++ : -1));
    this.similarity = shields.map(({ mark }) => {
      const at = band + border;
      border += mark.turn === "none" ? 3 : 4;
      return at;
    });
    this.band = band;
    this.system = new BorderedSystem(band, reachOf(lattice), border);
    addEnergy(this.system, lattice, unit, { visible, sizes: round.sizes }, manner);
    this.held = (manner.held * HELD) / (unit * unit);
  }

  /** The displacement of a place across a direction, into the first 32. */
  private displaced(p: Vec2, nx: number, ny: number): void {
    const { lattice, spot, wx, wy } = this;
    spotOf(lattice, p[0], p[1], spot);
    weightsAt(spot.tx, wx);
    weightsAt(spot.ty, wy);
    this.put(nx, ny, (across, below) => wx[across]! * wy[below]!);
  }

  /** What the sixteen numbers about the spot come to across a direction, each weighed, into the first 32. */
  private put(nx: number, ny: number, weightOf: (across: number, below: number) => number): void {
    const { lattice, spot, unknowns, coefficients } = this;
    eachNumber(lattice, spot.first, (n, at, across, below) => {
      const w = weightOf(across, below);
      unknowns[2 * n] = 2 * at;
      unknowns[2 * n + 1] = 2 * at + 1;
      coefficients[2 * n] = nx * w;
      coefficients[2 * n + 1] = ny * w;
    });
  }

  /** A taut line's places lie on a line whose place, and turn where it is free, are found with it. */
  private observeTaut({ places, mark }: PlacedTaut, k: number): void {
    const { system, unknowns, coefficients, held, band, unit } = this;
    const { known, before, leads, way } = this.round;
    const line = way(k);
    const turn = this.turnOf[leads[k]!]!;
    const asked = mark.lock === "vertical" || mark.lock === "horizontal" ? locked(mark.lock, before[k]!) : before[k]!;
    places.forEach((p, i) => {
      const fixed = known[k]![i]!;
      let n = 0;
      const from = fixed ?? p;
      if (!fixed) {
        this.displaced(p, line.across[0], line.across[1]);
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
  }

  /** A shield's places keep its form, up to a similarity that is found with them. */
  private observeShield({ places, form, mark }: PlacedShield, k: number): void {
    const { system, unknowns, coefficients, held, similarity, unit } = this;
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
        this.displaced(p, c === 0 ? 1 : 0, c === 1 ? 1 : 0);
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
  }

  private observePin({ at, by, share }: Pin): void {
    for (const c of [0, 1] as const) {
      this.displaced(at, c === 0 ? 1 : 0, c === 1 ? 1 : 0);
      this.system.observe(this.unknowns, this.coefficients, 32, by[c], this.held * share);
    }
  }

  /** An edge does not bend across itself: at each of its places, as far as that much bending over all of it would have it bow. */
  private observeEdge({ places, along: [ax, ay], length }: PlacedEdge): void {
    const { lattice, spot, wx, wy, unknowns, coefficients, unit } = this;
    const [slopeX, slopeY] = this.slopes;
    const [bendX, bendY] = this.bends;
    const by = (length * length) / 8 / (lattice.cell * lattice.cell);
    const weight = STRAIGHT / (unit * unit * places.length);
    for (const [px, py] of places) {
      spotOf(lattice, px, py, spot);
      weightsAt(spot.tx, wx);
      weightsAt(spot.ty, wy);
      slopesAt(spot.tx, slopeX);
      slopesAt(spot.ty, slopeY);
      bendsAt(spot.tx, bendX);
      bendsAt(spot.ty, bendY);
      this.put(
        -ay,
        ax,
        (across, below) =>
          by *
          (ax * ax * bendX[across]! * wy[below]! +
            2 * ax * ay * slopeX[across]! * slopeY[below]! +
            ay * ay * wx[across]! * bendY[below]!),
      );
      this.system.observe(unknowns, coefficients, 32, 0, weight);
    }
  }

  /** @returns the lattice's numbers. */
  solve(): Float64Array {
    this.round.tauts.forEach((taut, k) => this.observeTaut(taut, k));
    this.round.shields.forEach((shield, k) => this.observeShield(shield, k));
    for (const pin of this.round.pins) this.observePin(pin);
    for (const edge of this.round.edges) this.observeEdge(edge);
    return this.system.solve().subarray(0, this.band);
  }
}

/** The lattice's numbers that bring a round's marks as near to what they ask for as its manner allows. */
export const onceSolved = (lattice: Lattice, unit: number, visible: Float64Array, round: Round): Float64Array =>
  new BendSystem(lattice, unit, visible, round).solve();
