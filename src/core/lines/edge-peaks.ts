import type { Vec2 } from "../geometry";
import { type Luminance, brightnessAt } from "./luminance";

/** Where the brightness changes fastest across a stroke. */
export interface Peak {
  readonly station: number;
  /** −1 … 1 along the stroke. */
  readonly t: number;
  /** Across the stroke, pixels; positive to the right of its direction as seen on the picture. */
  readonly offset: number;
  /** Grey levels a pixel, signed: positive where it brightens towards positive offsets. */
  readonly slope: number;
}

/** A stroke over a picture: where it starts, its unit direction and normal, its length in pixels. */
export interface Stroke {
  readonly from: Vec2;
  readonly along: Vec2;
  readonly across: Vec2;
  readonly length: number;
}

/** Spacing of the samples across the stroke, pixels. */
const STEP = 0.5;
/** Deviation of the Gaussian whose slope finds edges, pixels. */
const BLUR = 1.2;
/** Slopes below this many grey levels a pixel are no edge. */
export const LEAST_SLOPE = 2.2;
/** Samples averaged along the stroke at one station, at most. */
const MOST_TAPS = 7;

export function strokeBetween(from: Vec2, to: Vec2): Stroke {
  const length = Math.hypot(to[0] - from[0], to[1] - from[1]);
  const along: Vec2 = [(to[0] - from[0]) / length, (to[1] - from[1]) / length];
  return { from, along, across: [-along[1], along[0]], length };
}

/** The place at t (−1 … 1) along a stroke and `offset` pixels across it. */
export function placeOn({ from, along, across, length }: Stroke, t: number, offset: number): Vec2 {
  const s = ((t + 1) / 2) * length;
  return [from[0] + along[0] * s + across[0] * offset, from[1] + along[1] * s + across[1] * offset];
}

/**
 * Peaks of the slope across a stroke at evenly spaced stations along it, the brightness averaged a little along the
 * stroke, to a fraction of a pixel by the parabola through the peak.
 *
 * @param half how far to either side to look, pixels.
 */
export function edgePeaks(image: Luminance, stroke: Stroke, stations: number, half: number): Peak[][] {
  const spacing = stroke.length / stations;
  const n = Math.ceil((2 * half) / STEP) + 1;
  const taps = Math.max(1, Math.min(MOST_TAPS, Math.round(spacing)));
  const profile = new Float64Array(n);
  const slope = new Float64Array(n);
  const [ax, ay] = stroke.along;
  const [cx, cy] = stroke.across;
  return Array.from({ length: stations }, (_, station) => {
    const t = (2 * (station + 0.5)) / stations - 1;
    const [x0, y0] = placeOn(stroke, t, -half);
    for (let i = 0; i < n; i++) {
      let sum = 0;
      for (let j = 0; j < taps; j++) {
        const s = (j - (taps - 1) / 2) * (spacing / taps);
        sum += brightnessAt(image, x0 + cx * i * STEP + ax * s, y0 + cy * i * STEP + ay * s);
      }
      profile[i] = sum / taps;
    }
    slopeOf(profile, slope);
    const found: Peak[] = [];
    for (let i = 1; i < n - 1; i++) {
      const a = Math.abs(slope[i - 1]!);
      const b = Math.abs(slope[i]!);
      const c = Math.abs(slope[i + 1]!);
      if (b < LEAST_SLOPE || b < a || b <= c) continue;
      // The top of the parabola through the peak and its neighbours.
      const shift = (0.5 * (a - c)) / (a - 2 * b + c);
      found.push({ station, t, offset: -half + (i + shift) * STEP, slope: slope[i]! });
    }
    return found;
  });
}

const SLOPE_REACH = Math.ceil((3 * BLUR) / STEP);
const SLOPE_WEIGHTS = Float64Array.from({ length: 2 * SLOPE_REACH + 1 }, (_, i) => {
  const x = (i - SLOPE_REACH) * STEP;
  return (STEP * x * Math.exp((-x * x) / (2 * BLUR * BLUR))) / (BLUR ** 3 * Math.sqrt(2 * Math.PI));
});

/** Slope by the derivative of a Gaussian, per pixel. */
function slopeOf(profile: Float64Array, out: Float64Array): void {
  const last = profile.length - 1;
  for (let i = 0; i <= last; i++) {
    let sum = 0;
    for (let j = -SLOPE_REACH; j <= SLOPE_REACH; j++) {
      const at = i + j;
      sum += SLOPE_WEIGHTS[j + SLOPE_REACH]! * profile[at < 0 ? 0 : at > last ? last : at]!;
    }
    out[i] = sum;
  }
}
