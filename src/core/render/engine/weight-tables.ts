import type { KernelName } from "../kernels";
import { PHASES, weightsFor, widthOf } from "../taps";

/** One in the weights down, which the kernel multiplies as 16-bit integers. */
const ONE = 1 << 14;

/** Weights of one width in the kernel's memory. */
export interface WeightTable {
  readonly count: number;
  /** Where the weights across lie, and how many groups of eight they make per phase. */
  readonly across: number;
  readonly blocks: number;
  readonly down: number;
}

/** Weights for one lane, made when they are first needed; when their room is full they are all made anew. */
export class WeightTables {
  private made: (WeightTable | undefined)[] = [];
  private end: number;

  constructor(
    private readonly name: KernelName,
    private readonly buffer: ArrayBufferLike,
    private readonly at: number,
    private readonly bytes: number,
  ) {
    this.end = at;
  }

  /** Tables for both axes at once; those got before must not be used any more. */
  pair(shrinkX: number, shrinkY: number): readonly [WeightTable, WeightTable] {
    const x = widthOf(shrinkX);
    const y = widthOf(shrinkY);
    if (!this.made[x]) this.make(x);
    if (!this.made[y]) this.make(y);
    // Making the second may have dropped the first.
    return [this.made[x] ?? this.make(x), this.made[y]!];
  }

  private make(width: number): WeightTable {
    const { count, table } = weightsFor(this.name, width);
    const blocks = Math.ceil(count / 8);
    const acrossBytes = PHASES * blocks * 32;
    const bytes = acrossBytes + PHASES * count * 2;
    if (this.end + bytes > this.at + this.bytes) {
      this.made = [];
      this.end = this.at;
    }
    const across = new Float32Array(this.buffer, this.end, PHASES * blocks * 8);
    const down = new Int16Array(this.buffer, this.end + acrossBytes, PHASES * count);
    across.fill(0);
    for (let phase = 0; phase < PHASES; phase++) {
      const row = table.subarray(phase * count, (phase + 1) * count);
      down.set(wholeWeights(row), phase * count);
      for (let i = 0; i < count; i++) across[phase * blocks * 8 + i] = row[i]! / ONE;
    }
    const result = { count, blocks, across: this.end, down: this.end + acrossBytes };
    this.end += Math.ceil(bytes / 16) * 16;
    this.made[width] = result;
    return result;
  }
}

/** Weights as integers that add up to ONE exactly: what rounding left over goes where it is least felt, to the largest. */
export function wholeWeights(weights: Float64Array): Int16Array {
  const whole = Int16Array.from(weights, (w) => Math.round(w * ONE));
  const largest = weights.reduce((best, w, i) => (w > weights[best]! ? i : best), 0);
  whole[largest] = whole[largest]! + ONE - whole.reduce((sum, w) => sum + w, 0);
  return whole;
}
