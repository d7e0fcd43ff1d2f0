import { fromLinear, toLinear } from "../../course";
import type { Vec2 } from "../../geometry";
import { type Fringe, type Vignetting, lightKept } from "../../lens";
import { type Calm, isCalming } from "../pixels/calm";
import type { SettledRecipe } from "../solved/settled";

/**
 * What the lens did to colour and light, to be undone in the same pass as its geometry.
 * Radii are recorded ones, about the distortion centre, in half diagonals.
 */
export interface Optics {
  /** Distortion centre, pixels of the original. */
  readonly centre: Vec2;
  /** Half the diagonal, pixels. */
  readonly unit: number;
  readonly red: Fringe;
  readonly blue: Fringe;
  readonly vignetting: Vignetting;
  /** Share of the vignetting to take out. */
  readonly amount: number;
  /** Colour along hard edges to take out. */
  readonly calm: Calm;
}

const isZero = (numbers: readonly number[]): boolean => numbers.every((n) => n === 0);
export const hasFringes = ({ red, blue }: Optics): boolean => !isZero(red) || !isZero(blue);
export const hasVignetting = ({ vignetting, amount }: Optics): boolean => amount !== 0 && !isZero(vignetting);

/** A recipe's optics for a photo of `size`, or null when there is nothing to undo. */
export function opticsOf({ lens }: SettledRecipe, size: readonly [number, number]): Optics | null {
  if (!lens.on) return null;
  const optics: Optics = {
    centre: lens.centre,
    unit: Math.hypot(size[0], size[1]) / 2,
    red: lens.fringes.red,
    blue: lens.fringes.blue,
    vignetting: lens.vignetting.v,
    amount: lens.vignetting.amount,
    calm: lens.calm,
  };
  return hasFringes(optics) || hasVignetting(optics) || isCalming(optics.calm) ? optics : null;
}

/** Darkest corner that is still lightened, so that a wrong number does not turn noise into picture: six stops. */
const LEAST_LIGHT = 1 / 64;

/** Factor on linear light that undoes the vignetting at radius r. */
export const lightGain = ({ vignetting, amount }: Pick<Optics, "vignetting" | "amount">, r: number): number =>
  Math.max(LEAST_LIGHT, lightKept(vignetting, r)) ** -amount;

const GAINS = 1024;
/** Radii go up to 2: a distortion centre may be moved to a corner. */
const MOST_SQUARED = 4;

/** The gains over r², so that a pixel costs no root: index r² · GAINS / MOST_SQUARED. */
export function gainTable(optics: Optics): (squared: number) => number {
  const table = Float64Array.from({ length: GAINS + 2 }, (_, i) =>
    lightGain(optics, Math.sqrt((i * MOST_SQUARED) / GAINS)),
  );
  return (squared) => {
    const at = squared < MOST_SQUARED ? squared * (GAINS / MOST_SQUARED) : GAINS;
    const i = at | 0;
    return table[i]! + (table[i + 1]! - table[i]!) * (at - i);
  };
}

const STEPS = 8192;
const decode = Float64Array.from({ length: STEPS + 2 }, (_, i) => toLinear(i / STEPS));
// Over the root of the light, where the curve is nearly straight.
const encode = Float64Array.from({ length: STEPS + 2 }, (_, i) => fromLinear((i / STEPS) ** 2));

/** The two tables that `relit` looks up: light over value, and value over the root of light, in STEPS steps. */
export const lightTables = (): { decode: Float64Array; encode: Float64Array } => ({ decode, encode });

/** A sample (0…1, sRGB) whose light is multiplied by `gain`; held between 0 and 1. */
export function relit(v: number, gain: number): number {
  if (v <= 0) return 0;
  const a = (v < 1 ? v : 1) * STEPS;
  const i = a | 0;
  const light = (decode[i]! + (decode[i + 1]! - decode[i]!) * (a - i)) * gain;
  if (light >= 1) return 1;
  const b = Math.sqrt(light) * STEPS;
  const j = b | 0;
  return encode[j]! + (encode[j + 1]! - encode[j]!) * (b - j);
}

/** The same for a float, which may be brighter than white and stays so. */
export const relitFloat = (v: number, gain: number): number => (v <= 0 ? 0 : fromLinear(toLinear(v) * gain));
