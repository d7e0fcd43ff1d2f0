import { hermite } from "../../lens";
import { SEEN, lightOf, numberOf } from "../light";
import type { FinishSettings } from "../recipe-part";

/** What a tone does to light, ready to be worked with. */
export interface Tone {
  /** Factors on red, green and blue light. */
  readonly gains: readonly [number, number, number];
  /** Light as it is seen after the gains → after contrast, black, white and curve; null: it stays. */
  readonly curve: ((light: number) => number) | null;
  /** Colours stronger by this, −1…1. */
  readonly saturation: number;
}

/** Factors that a white balance puts on light, so that grey keeps its light. @param warmth, tint stops. */
export function balanceOf(warmth: number, tint: number): [number, number, number] {
  const [r, g, b] = [2 ** ((warmth + tint) / 2), 2 ** (-tint / 2), 2 ** ((tint - warmth) / 2)];
  const grey = SEEN[0] * r + SEEN[1] * g + SEEN[2] * b;
  return [r / grey, g / grey, b / grey];
}

/** The white balance, stops, that makes a colour neutral. @param light red, green and blue light of it, above 0. */
export function balanceFor([r, g, b]: readonly [number, number, number]): { warmth: number; tint: number } {
  // Gains of 2^((w + t) / 2), 2^(−t / 2) and 2^((t − w) / 2) are to make them equal.
  const [lr, lg, lb] = [Math.log2(r), Math.log2(g), Math.log2(b)];
  return { warmth: lb - lr, tint: lg - (lr + lb) / 2 };
}

/** Steeper or flatter about a middle, ends held: a power on either side, of one slope in the middle. 0…1 as displayed. */
function contrasted(v: number, contrast: number, mid: number): number {
  const power = 2 ** contrast;
  if (v <= 0 || v >= 1) return v;
  return v < mid ? mid * (v / mid) ** power : 1 - (1 - mid) * ((1 - v) / (1 - mid)) ** power;
}

/** What becomes of a grey, 0…1 as displayed. */
export function greyAfter(v: number, { black, white, contrast, mid, curve }: FinishSettings): number {
  const stretched = (v - black) / Math.max(0.05, white - black);
  const steep = contrast === 0 ? stretched : contrasted(stretched, contrast, mid);
  if (!curve) return steep;
  const xs = curve.map((p) => p[0]);
  const ys = curve.map((p) => p[1]);
  // Beyond white a curve goes on as it ends.
  return steep > 1 ? steep - 1 + hermite(xs, ys, 1) : hermite(xs, ys, Math.max(0, steep));
}

export function toneOf(settings: FinishSettings): Tone {
  const { exposure, warmth, tint, contrast, black, white, curve, saturation } = settings;
  const by = 2 ** exposure;
  const [r, g, b] = balanceOf(warmth, tint);
  const bends = contrast !== 0 || black !== 0 || white !== 1 || (curve?.some(([from, to]) => from !== to) ?? false);
  return {
    gains: [by * r, by * g, by * b],
    curve: bends ? (light) => Math.max(0, lightOf(greyAfter(numberOf(light), settings))) : null,
    saturation,
  };
}

/**
 * A colour's light after a tone; written over it. The curve goes by the light that is seen, and all three follow it, so that no hue is
 * turned; what would be brighter than white gives up colour, not hue. @param full whether nothing may be above 1.
 */
export function toned(rgb: Float64Array, { gains, curve, saturation }: Tone, full: boolean): void {
  let r = rgb[0]! * gains[0];
  let g = rgb[1]! * gains[1];
  let b = rgb[2]! * gains[2];
  let seen = SEEN[0] * r + SEEN[1] * g + SEEN[2] * b;
  if (curve && seen > 0) {
    const after = curve(seen);
    const by = after / seen;
    r *= by;
    g *= by;
    b *= by;
    seen = after;
  }
  if (saturation !== 0) {
    const most = Math.max(r, g, b);
    const strong = most > 0 ? 1 - Math.min(r, g, b) / most : 0;
    const by = saturation < 0 ? 1 + saturation : 1 + saturation * (1 - strong);
    r = seen + (r - seen) * by;
    g = seen + (g - seen) * by;
    b = seen + (b - seen) * by;
  }
  const most = Math.max(r, g, b);
  if (full && most > 1) {
    const by = seen >= 1 ? 0 : (1 - seen) / (most - seen);
    const held = Math.min(1, seen);
    r = held + (r - seen) * by;
    g = held + (g - seen) * by;
    b = held + (b - seen) * by;
  }
  rgb[0] = r;
  rgb[1] = g;
  rgb[2] = b;
}
