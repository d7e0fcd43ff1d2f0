import { fromLight, toLight } from "../../course";
import { boxAbout, sumIn, summed } from "./boxes";
import { type Shift, carried } from "./carry";
import { distanceToKnown } from "./context";
import type { Field } from "./field";
import { softened } from "./likely";
import { readField } from "./patch";
import { smoothed } from "./smooth";

/** How far copies may be trusted in a gap, by how a fill of its mirror image came out. */
export interface Trust {
  /** What a gap shows if nothing stands in it; see smoothed. */
  readonly smooth: Float32Array;
  /** For every pixel of the field what part of that is taken instead of the copy's soft colour, 0…1; 0 outside the gap. */
  readonly share: Float32Array;
  /** For every pixel the mean square by which the trial was off nearby, of three colours 0…1; 0 outside the gap. */
  readonly error: Float32Array;
}

/** What is tried: copies that a plan brings to a field's hidden places. */
export interface Tried {
  readonly field: Field;
  readonly shifts: readonly Shift[];
  readonly labels: Int16Array;
  readonly light: Float32Array;
}

/** What lies in a square about a gap's pixel tells of it: so much wider than it lies deep, and by so many pixels. */
const AROUND = { per: 1.5, least: 10 } as const;
/** What all that was hidden says counts like so many pixels nearby; and beside it, by its weight, what is usual. */
const WHOLE = 40;
const USUAL = { share: 0.1, weight: 0.3 } as const;
/** Less of the smooth colours than this is none: they take a copy's edges with them. */
const LEAST = 0.3;
/** Copies and smooth colours that differ by less than this square are one: two levels in each colour. */
const SEEN = 3 * (2 / 255) ** 2;

/**
 * Compares what was made of hidden places with what they show. Of two guesses with errors that are known the mean with the least
 * error takes a part w of the second: w = Σ (s − c)(t − c) / Σ (s − c)², for copies c, smooth colours s and the truth t (least
 * squares of one unknown).
 *
 * @param field the gap as it is to be filled, and the truth of what was hidden. @param tried the fill of what was hidden.
 */
export function trustIn(field: Field, tried: Tried): Trust {
  const { width, height, wanted } = field;
  const smooth = smoothed(field);
  const { fits, squares, errors, hidden } = compared(field, tried);
  const tables = [fits, squares, errors, hidden].map((list) => summed(width, height, (i) => list[i]!));
  const [inFits, inSquares, inErrors, inHidden] = tables as [Float64Array, Float64Array, Float64Array, Float64Array];
  const all = [fits, squares, errors, hidden].map((list) => list.reduce((sum, v) => sum + v, 0));
  const [fitted, squared, erred, count] = all as [number, number, number, number];
  const mean = squared / Math.max(1, count);
  const whole = Math.max(0, Math.min(1, fitted / (squared + SEEN * count + 1e-12)));
  const usual = (1 - USUAL.weight) * whole + USUAL.weight * USUAL.share;
  const share = new Float32Array(width * height);
  const error = new Float32Array(width * height);
  const distance = distanceToKnown(field);
  for (let i = 0; i < wanted.length; i++) {
    if (!wanted[i]) continue;
    const box = boxAbout(width, height, i, Math.ceil(AROUND.per * distance[i]! + AROUND.least));
    const [f, s, e, n] = [sumIn(inFits, box), sumIn(inSquares, box), sumIn(inErrors, box), sumIn(inHidden, box)];
    const w = (f + WHOLE * usual * mean) / (s + SEEN * (n + WHOLE) + WHOLE * mean);
    share[i] = Number.isNaN(smooth[3 * i]!) ? 0 : Math.max(0, Math.min(1, (w - LEAST) / (1 - LEAST)));
    // Of the errors of both with a part w of the second: e − 2wf + w²s.
    const part = share[i]!;
    const per = 1 / (n + WHOLE);
    error[i] = Math.max(
      0,
      per * (e - 2 * part * f + part * part * s) +
        per * WHOLE * ((erred - 2 * part * fitted + part * part * squared) / Math.max(1, count)),
    );
  }
  return { smooth, share, error };
}

/** Half the side of the square in which a fill is held against the smooth colours, pixels. */
const BESIDE = 6;

/**
 * By how much a fill is expected to be off: the mean, in proportion, of what the trial was off by there and of what the fill
 * differs from the smooth colours. The first tells how hard the place is, the second whether anything was dared in it: on gaps
 * whose truth was known the two together ranked places better than either, and told the median right.
 *
 * @param field the half-size one. @param made the same with its gap filled.
 * @returns for every pixel the mean square of three colours; 0 outside the gap.
 */
export function doubtIn({ width, height, wanted }: Field, { smooth, error }: Trust, made: Field): Float32Array {
  const { data, known } = softened(made);
  const counts = summed(width, height, (i) => (wanted[i] && known[i] && !Number.isNaN(smooth[3 * i]!) ? 1 : 0));
  const differences = summed(width, height, (i) => {
    if (!wanted[i] || !known[i] || Number.isNaN(smooth[3 * i]!)) return 0;
    let sum = 0;
    for (let c = 3 * i; c < 3 * i + 3; c++) sum += (smooth[c]! - data[c]!) ** 2;
    return sum;
  });
  return error.map((trial, i) => {
    if (!wanted[i]) return 0;
    const box = boxAbout(width, height, i, BESIDE);
    // Sums over rectangles are differences of large numbers.
    return Math.sqrt((trial * Math.max(0, sumIn(differences, box))) / Math.max(1, sumIn(counts, box)));
  });
}

/** Of every hidden pixel Σ (s − c)(t − c), Σ (s − c)² and Σ (t − c)² over its colours, and 1. */
function compared(truth: Field, tried: Tried) {
  const { field } = tried;
  const { width, height, wanted } = field;
  const fits = new Float64Array(width * height);
  const squares = new Float64Array(width * height);
  const errors = new Float64Array(width * height);
  const hidden = new Float64Array(width * height);
  const smooth = smoothed(field);
  const { data: made, known: isMade } = softened(madeBy(tried));
  const { data: shown } = softened(truth);
  for (let i = 0; i < wanted.length; i++) {
    if (!wanted[i] || !isMade[i] || Number.isNaN(smooth[3 * i]!)) continue;
    for (let c = 3 * i; c < 3 * i + 3; c++) {
      const [d, r] = [smooth[c]! - made[c]!, shown[c]! - made[c]!];
      fits[i]! += d * r;
      squares[i]! += d * d;
      errors[i]! += r * r;
    }
    hidden[i] = 1;
  }
  return { fits, squares, errors, hidden };
}

/** The field with its gap filled as was planned; what was filled counts as known. */
export function madeBy({ field, shifts, labels, light }: Tried): Field {
  const data = field.data.slice();
  const known = field.known.slice();
  const at = new Float64Array(6);
  const copy = new Float64Array(3);
  labels.forEach((s, i) => {
    if (s < 0 || !carried(field, shifts[s]!, (i % field.width) + 0.5, Math.floor(i / field.width) + 0.5, at)) return;
    if (!readField(field, at[0]!, at[1]!, copy)) return;
    for (let c = 0; c < 3; c++) data[3 * i + c] = fromLight(Math.max(0, toLight(copy[c]!) + light[3 * i + c]!));
    known[i] = 1;
  });
  return { ...field, data, known };
}
