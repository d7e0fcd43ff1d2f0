import type { Fringe } from "../../lens";
import { type Optics, gainTable, hasFringes, hasVignetting } from "../map/optics";
import * as RECORD from "./record";

/** sRGB's exponent: a factor on light is its root by this on the value; see src/kernel/relight.ts. */
const EXPONENT = 2.4;
/** Within a cell the gain may be off by this share, and a parted colour by this many source pixels. */
const GAIN_TOLERANCE = 0.002;
const PARTED_TOLERANCE = 0.005;

/** Colour and light of one picture, as the engine's cells take them: exact at a cell's corners, straight between them. */
export class CellOptics {
  /** Whether red and blue lie elsewhere than green. */
  readonly parts: boolean;
  readonly relights: boolean;
  private readonly gainAt: (squared: number) => number;
  private readonly parted = new Float64Array(8);

  constructor(
    private readonly optics: Optics,
    colour: boolean,
  ) {
    this.parts = colour && hasFringes(optics);
    this.relights = hasVignetting(optics);
    this.gainAt = gainTable(optics);
  }

  /** Whether what is straight between the corners is true in the middle as well; if not, the cell is too large. */
  isStraight(corners: Float64Array): boolean {
    const middle = [0, 1].map((n) => (corners[n]! + corners[2 + n]! + corners[4 + n]! + corners[6 + n]!) / 4);
    const [mx, my] = middle as [number, number];
    if (this.relights) {
      let mean = 0;
      for (let i = 0; i < 8; i += 2) mean += this.gainOf(corners[i]!, corners[i + 1]!) / 4;
      if (Math.abs(this.gainOf(mx, my) / mean - 1) > GAIN_TOLERANCE) return false;
    }
    if (!this.parts) return true;
    const { centre, unit, red, blue } = this.optics;
    // A cubic term's miss in the middle of a cell: its change of slope over the cell's half diagonal.
    const half = Math.hypot(corners[6]! - corners[0]!, corners[7]! - corners[1]!) / 2 / unit;
    const r = Math.hypot(mx - centre[0], my - centre[1]) / unit + half;
    return 3 * Math.max(Math.abs(red[1]), Math.abs(blue[1])) * r * half * half * unit < PARTED_TOLERANCE;
  }

  writeGains(record: Float32Array, corners: Float64Array): void {
    for (let i = 0; i < 4; i++) {
      const gain = this.gainOf(corners[2 * i]!, corners[2 * i + 1]!);
      record[RECORD.GAINS / 4 + i] = gain;
      record[RECORD.ROOTS / 4 + i] = gain ** (1 / EXPONENT);
    }
  }

  /** Where the lens put red or blue of a cell's corners. The same array every time. */
  partedCorners(colour: "red" | "blue", corners: Float64Array): Float64Array {
    const { centre, unit } = this.optics;
    const fringe: Fringe = this.optics[colour];
    for (let i = 0; i < 8; i += 2) {
      const [dx, dy] = [corners[i]! - centre[0], corners[i + 1]! - centre[1]];
      const by = fringe[0] + (fringe[1] * (dx * dx + dy * dy)) / (unit * unit);
      this.parted[i] = corners[i]! + dx * by;
      this.parted[i + 1] = corners[i + 1]! + dy * by;
    }
    return this.parted;
  }

  private gainOf(x: number, y: number): number {
    const { centre, unit } = this.optics;
    const [dx, dy] = [(x - centre[0]) / unit, (y - centre[1]) / unit];
    return this.gainAt(dx * dx + dy * dy);
  }
}
