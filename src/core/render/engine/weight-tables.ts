import type { KernelName } from "../pixels/kernels";
import { PHASES, weightsFor, widthOf } from "../pixels/taps";

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

interface Packed {
  readonly count: number;
  readonly blocks: number;
  readonly across: Float32Array;
  readonly down: Int16Array;
}

const kept = new Map<string, Packed>();

/** A kernel's weights as the engine reads them; kept, since every picture needs the same. */
function packed(name: KernelName, width: number): Packed {
  const key = `${name} ${width}`;
  const known = kept.get(key);
  if (known) return known;
  const { count, table } = weightsFor(name, width);
  const blocks = Math.ceil(count / 8);
  const across = new Float32Array(PHASES * blocks * 8);
  const down = new Int16Array(PHASES * count);
  for (let phase = 0; phase < PHASES; phase++) {
    wholeWeights(table, phase * count, count, down);
    for (let i = 0; i < count; i++) across[phase * blocks * 8 + i] = table[phase * count + i]! / ONE;
  }
  const made = { count, blocks, across, down };
  kept.set(key, made);
  return made;
}

/** Weights for one lane, put into its memory when they are first needed; when their room is full it is used anew. */
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
    if (!this.made[x]) this.put(x);
    if (!this.made[y]) this.put(y);
    // Putting the second may have dropped the first.
    return [this.made[x] ?? this.put(x), this.made[y]!];
  }

  private put(width: number): WeightTable {
    const { count, blocks, across, down } = packed(this.name, width);
    const bytes = across.byteLength + down.byteLength;
    if (this.end + bytes > this.at + this.bytes) {
      this.made = [];
      this.end = this.at;
    }
    const result = { count, blocks, across: this.end, down: this.end + across.byteLength };
    new Float32Array(this.buffer, result.across, across.length).set(across);
    new Int16Array(this.buffer, result.down, down.length).set(down);
    this.end += Math.ceil(bytes / 16) * 16;
    this.made[width] = result;
    return result;
  }
}

/**
 * `count` weights from `at` on as integers that add up to ONE exactly: what rounding left over goes where it is least
 * felt, to the largest. Written to the same place of `out`.
 */
export function wholeWeights(weights: Float64Array, at: number, count: number, out: Int16Array): void {
  let largest = at;
  let sum = 0;
  for (let i = at; i < at + count; i++) {
    const whole = Math.round(weights[i]! * ONE);
    out[i] = whole;
    sum += whole;
    if (weights[i]! > weights[largest]!) largest = i;
  }
  out[largest] = out[largest]! + ONE - sum;
}
