import { boxAbout, colourSums, sumIn, summed } from "./boxes";
import { type Shift, carried } from "./carry";
import type { Context } from "./context";
import type { Field } from "./field";
import { softened } from "./likely";
import { readField } from "./patch";
import type { Trust } from "./trust";

/** From so much of the smooth colours on a place begins to be plain; from so much on it is. */
const PLAIN = { from: 0.7, to: 0.9 } as const;
/** How far around a place it is looked at for things that stand in it, pixels. */
const AROUND = 4;
/** What the variance of what stands there costs, beside how far its colour is off. */
const ROUGH = 3;

/**
 * What each shift costs where copies are not to be trusted: things may not be copied there, only a surface. So much the more as
 * more of the smooth colours is taken there, a copy costs what its soft colour differs from them, and what stands in it.
 */
export function plainCosts(
  field: Field,
  shifts: readonly Shift[],
  context: Context,
  { smooth, share }: Trust,
): Context {
  const { width, height } = field;
  if (!context.pixels.some((i) => share[i]! > PLAIN.from)) return context;
  const soft = softened(field);
  const rough = roughness(soft);
  const { pixels } = context;
  const at = new Float64Array(6);
  const colour = new Float64Array(3);
  const costs = context.costs.map((own, s) => {
    const out = own.slice();
    pixels.forEach((i, k) => {
      const plain = Math.max(0, Math.min(1, (share[i]! - PLAIN.from) / (PLAIN.to - PLAIN.from)));
      if (plain === 0 || Number.isNaN(own[k]!)) return;
      if (!carried(field, shifts[s]!, (i % width) + 0.5, Math.floor(i / width) + 0.5, at)) return;
      if (!readField(soft, at[0]!, at[1]!, colour)) return;
      const there = Math.min(height - 1, Math.floor(at[1]!)) * width + Math.min(width - 1, Math.floor(at[0]!));
      let off = 0;
      for (let c = 0; c < 3; c++) off += (colour[c]! - smooth[3 * i + c]!) ** 2;
      out[k] = own[k]! + plain * (off + ROUGH * rough[there]! - own[k]!);
    });
    return out;
  });
  return { ...context, costs };
}

/** The variance of soft colours around each known pixel, of all three together. */
function roughness({ width, height, data, known }: Field): Float32Array {
  const [counts, ...sums] = colourSums(width, height, data, known);
  const squares = summed(width, height, (i) =>
    known[i] ? data[3 * i]! ** 2 + data[3 * i + 1]! ** 2 + data[3 * i + 2]! ** 2 : 0,
  );
  return Float32Array.from(known, (is, i) => {
    if (!is) return 0;
    const box = boxAbout(width, height, i, AROUND);
    const n = sumIn(counts, box);
    return Math.max(0, sumIn(squares, box) / n - sums.reduce((sum, table) => sum + (sumIn(table, box) / n) ** 2, 0));
  });
}
