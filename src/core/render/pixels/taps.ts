import { KERNELS, type KernelName } from "./kernels";

/** Places between two pixels for which weights are kept; half of 1/512 px is far below what anyone can see. */
export const PHASES = 512;
/** Widths per doubling for which weights are kept; a shrink is rounded up to the next. */
const WIDTHS = 16;
/** More source pixels than this per output pixel and axis are not averaged; nobody shrinks that far here. */
const MAX_SHRINK = 16;
/** Up to this many source pixels per output pixel the kernel is not widened: what aliases then lies at the very finest. */
const WIDEN_FROM = 1.04;

export interface Weights {
  readonly count: number;
  /** (PHASES + 1) × count weights, each row adding up to 1. */
  readonly table: Float64Array;
}

/** Which of the widths a shrink needs; see weightsFor. */
export const widthOf = (shrink: number): number =>
  shrink <= WIDEN_FROM ? 0 : Math.ceil(Math.log2(shrink < MAX_SHRINK ? shrink : MAX_SHRINK) * WIDTHS - 1e-6);

const kept = new Map<string, Weights>();

/** The weights of a kernel widened by 2^(width / WIDTHS), for every phase. */
export function weightsFor(name: KernelName, width: number): Weights {
  const key = `${name} ${width}`;
  const known = kept.get(key);
  if (known) return known;
  const kernel = KERNELS[name];
  const scale = 2 ** (width / WIDTHS);
  const half = Math.ceil(kernel.radius * scale);
  const count = 2 * half;
  const table = new Float64Array((PHASES + 1) * count);
  for (let phase = 0; phase <= PHASES; phase++) {
    const row = table.subarray(phase * count, (phase + 1) * count);
    let sum = 0;
    for (let i = 0; i < count; i++) sum += row[i] = kernel.at((i - half + 1 - phase / PHASES) / scale);
    for (let i = 0; i < count; i++) row[i] = row[i]! / sum;
  }
  const made = { count, table };
  kept.set(key, made);
  return made;
}

/** Which source pixels one output pixel is made of along one axis, and with what weights; one pixel after the other. */
export class Taps {
  /** First source pixel; may lie before the border. */
  first = 0;
  count = 0;
  /** Weights of the pixels from `first` on: `count` numbers from `offset` of the table. */
  table: Float64Array = new Float64Array(0);
  offset = 0;
  /** Whether all pixels lie inside the picture. */
  inside = false;
  private weights: Weights = { count: 0, table: this.table };
  private shrink = NaN;
  private readonly widths: (Weights | undefined)[] = [];

  constructor(
    private readonly length: number,
    private readonly kernel: KernelName,
  ) {}

  /** @param position along the axis, pixels. @param shrink source pixels per output pixel; up to 1 nothing is widened. */
  prepare(position: number, shrink: number): void {
    // It is the same for all pixels of a cell.
    if (shrink !== this.shrink) {
      const width = widthOf(shrink);
      this.weights = this.widths[width] ??= weightsFor(this.kernel, width);
      this.shrink = shrink;
    }
    this.move(position);
  }

  /** To another position under the same shrink. */
  move(position: number): void {
    const { weights } = this;
    const centre = position - 0.5;
    const whole = Math.floor(centre);
    const phase = ((centre - whole) * PHASES + 0.5) | 0;
    this.count = weights.count;
    this.table = weights.table;
    this.offset = phase * weights.count;
    this.first = whole - weights.count / 2 + 1;
    this.inside = this.first >= 0 && this.first + weights.count <= this.length;
  }
}
