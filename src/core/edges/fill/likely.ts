import { boxAbout, colourSums, sumIn } from "./boxes";
import { type Shift, carried } from "./carry";
import type { Context } from "./context";
import type { Field } from "./field";
import { readField } from "./patch";

/** Half the side of what counts as one colour, pixels: finer than this every copy keeps its own. */
const SOFT = 2;
/** What a shift may cost more than the likeliest one before it says e times less: this, and so many times as much as that one costs. */
const DOUBT = { least: 0.005, per: 2 } as const;

/** The field's colours, each the mean of the known ones in a square around it; nothing where it is not known itself. */
export function softened(field: Field): Field {
  const { width, height, data, known } = field;
  const [counts, reds, greens, blues] = colourSums(width, height, data, known);
  const soft = new Float32Array(data.length);
  for (let i = 0; i < known.length; i++) {
    if (!known[i]) continue;
    const box = boxAbout(width, height, i, SOFT);
    const n = sumIn(counts, box);
    soft[3 * i] = sumIn(reds, box) / n;
    soft[3 * i + 1] = sumIn(greens, box) / n;
    soft[3 * i + 2] = sumIn(blues, box) / n;
  }
  return { ...field, data: soft };
}

/** What all shifts together say of a gap pixel: the soft colour that each would bring, weighed by how likely it is. */
export class Likely {
  /** Red, green and blue that each shift brings, as displayed; NaN where it brings nothing. */
  readonly seen: Float32Array;
  /** How likely each is beside the likeliest, 0…1. */
  readonly weights: Float64Array;
  private readonly soft: Field;
  private readonly at = new Float64Array(6);
  private readonly colour = new Float64Array(3);

  constructor(
    field: Field,
    private readonly shifts: readonly Shift[],
    private readonly context: Context,
  ) {
    this.soft = softened(field);
    this.seen = new Float32Array(3 * shifts.length);
    this.weights = new Float64Array(shifts.length);
  }

  /** Looks at the context's k-th pixel. */
  look(k: number): void {
    const { soft, shifts, seen, weights, at, colour } = this;
    const { pixels, costs } = this.context;
    const [x, y] = [(pixels[k]! % soft.width) + 0.5, Math.floor(pixels[k]! / soft.width) + 0.5];
    let least = Infinity;
    for (const of of costs) if (of[k]! < least) least = of[k]!;
    const doubt = DOUBT.least + DOUBT.per * Math.max(0, least);
    seen.fill(NaN);
    weights.fill(0);
    costs.forEach((of, s) => {
      if (Number.isNaN(of[k]!) || !carried(soft, shifts[s]!, x, y, at) || !readField(soft, at[0]!, at[1]!, colour))
        return;
      seen.set(colour, 3 * s);
      weights[s] = Math.exp((least - of[k]!) / doubt);
    });
  }

  /** The mean of what the shifts say. @param heard what each one's weight is multiplied by. @returns null where none says anything. */
  mean(heard: (s: number) => number): [number, number, number] | null {
    let [red, green, blue, all] = [0, 0, 0, 0];
    this.weights.forEach((likely, s) => {
      if (likely === 0) return;
      const weight = likely * heard(s);
      red += weight * this.seen[3 * s]!;
      green += weight * this.seen[3 * s + 1]!;
      blue += weight * this.seen[3 * s + 2]!;
      all += weight;
    });
    return all > 0 ? [red / all, green / all, blue / all] : null;
  }

  /** Square of how far a colour is from what a shift brings. */
  unlike(s: number, [r, g, b]: readonly [number, number, number]): number {
    const { seen } = this;
    return (seen[3 * s]! - r) ** 2 + (seen[3 * s + 1]! - g) ** 2 + (seen[3 * s + 2]! - b) ** 2;
  }
}
