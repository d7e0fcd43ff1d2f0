import { FAINT } from "../engine/record";
import type { Samples } from "../../course";

/** How far purple and green along hard edges are taken out, 0…1 each. */
export interface Calm {
  readonly purple: number;
  readonly green: number;
}

export const isCalming = ({ purple, green }: Calm): boolean => purple > 0 || green > 0;

/** A hard edge must lie within this of the pixel, pixels of the original. */
export const CALM_REACH = 4;
/** An excess of colour is calmed where green differs by the first of these about it (0…1, as displayed), in full from the second. */
export const CALM_EDGE = [0.15, 0.4] as const;

const AROUND = 8;
/** Offsets on two rings, pixels. */
export const CALM_TAPS: readonly (readonly [number, number])[] = [CALM_REACH, CALM_REACH / 2].flatMap((r) =>
  Array.from({ length: AROUND }, (_, i): [number, number] => {
    const a = (2 * Math.PI * (i + (r < CALM_REACH ? 0.5 : 0))) / AROUND;
    return [r * Math.cos(a), r * Math.sin(a)];
  }),
);

/**
 * Takes purple (red and blue above green) and green (above both) out of a pixel beside a hard edge. What is merely red
 * or blue has no such excess, and what is purple on a plain surface has no edge, so both stay.
 *
 * @param colour R, G, B of the pixel in units of `full`; changed in place.
 * @param x where the pixel lies in the source, pixels.
 */
export function calmEdge(
  colour: Float64Array,
  full: number,
  { purple, green }: Calm,
  source: { readonly data: Samples; readonly width: number; readonly height: number; readonly channels: number },
  x: number,
  y: number,
): void {
  const r = colour[0]!;
  const g = colour[1]!;
  const b = colour[2]!;
  const excess = (r < b ? r : b) - g;
  const lead = g - (r > b ? r : b);
  if (!(excess > 0 && purple > 0) && !(lead > 0 && green > 0)) return;
  const { data, width, height, channels } = source;
  let least = Infinity;
  let most = -Infinity;
  for (let i = 0; i < CALM_TAPS.length; i++) {
    const tap = CALM_TAPS[i]!;
    let px = Math.floor(x + tap[0]);
    let py = Math.floor(y + tap[1]);
    px = px < 0 ? 0 : px >= width ? width - 1 : px;
    py = py < 0 ? 0 : py >= height ? height - 1 : py;
    const at = (py * width + px) * channels;
    if (channels === 4 && data[at + 3]! < FAINT * full) continue;
    const v = data[at + 1]!;
    if (v < least) least = v;
    if (v > most) most = v;
  }
  const t = ((most - least) / full - CALM_EDGE[0]) / (CALM_EDGE[1] - CALM_EDGE[0]);
  if (t <= 0) return;
  const gate = t >= 1 ? 1 : t * t * (3 - 2 * t);
  if (excess > 0) {
    colour[0] = r - excess * purple * gate;
    colour[2] = b - excess * purple * gate;
  } else colour[1] = g - lead * green * gate;
}
