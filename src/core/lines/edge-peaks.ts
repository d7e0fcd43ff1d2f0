import { type Vec2, lerp2 } from "../geometry";
import type { Lens } from "../lens";
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

/**
 * What a search for an edge runs along: at t (−1 … 1) it writes the place, the unit direction along and the unit
 * direction across (a quarter turn on, clockwise as seen) to `out`; pixels of the picture as recorded.
 */
export interface Rail {
  /** Pixels. */
  readonly length: number;
  frame(t: number, out: Float64Array): void;
}

/** Spacing of the samples across the stroke, pixels. */
const STEP = 0.5;
/** Deviation of the Gaussian whose slope finds edges, pixels. */
const BLUR = 1.2;
/** Slopes below this many grey levels a pixel are no edge. */
export const LEAST_SLOPE = 1;
/** Samples averaged along the stroke at one station, at most. */
const MOST_TAPS = 7;

/** The straight way from one place to another. */
export function straightRail(from: Vec2, to: Vec2): Rail {
  const length = Math.hypot(to[0] - from[0], to[1] - from[1]);
  const [ax, ay] = [(to[0] - from[0]) / length, (to[1] - from[1]) / length];
  return {
    length,
    frame: (t, out) => {
      const s = ((t + 1) / 2) * length;
      out[0] = from[0] + ax * s;
      out[1] = from[1] + ay * s;
      out[2] = ax;
      out[3] = ay;
      out[4] = -ay;
      out[5] = ax;
    },
  };
}

/** The way that a straight edge between two ideal (undistorted) places runs over the recorded picture. */
export function lensRail(lens: Lens, from: Vec2, to: Vec2): Rail {
  if (lens.straight) return straightRail(from, to);
  const at = (t: number): Vec2 => lens.distort(lerp2(from, to, (t + 1) / 2));
  const [first, last] = [at(-1), at(1)];
  return {
    length: Math.hypot(last[0] - first[0], last[1] - first[1]),
    frame: (t, out) => {
      const [before, here, after] = [at(t - 0.01), at(t), at(t + 0.01)];
      const [dx, dy] = [after[0] - before[0], after[1] - before[1]];
      const d = Math.hypot(dx, dy) || 1;
      out[0] = here[0];
      out[1] = here[1];
      out[2] = dx / d;
      out[3] = dy / d;
      out[4] = -dy / d;
      out[5] = dx / d;
    },
  };
}

/** The place at t (−1 … 1) along a rail and `offset` pixels across it. */
export function placeOn(rail: Rail, t: number, offset: number): Vec2 {
  const f = new Float64Array(6);
  rail.frame(t, f);
  return [f[0]! + f[4]! * offset, f[1]! + f[5]! * offset];
}

/**
 * Peaks of the slope across a rail at evenly spaced stations along it, the brightness averaged a little along it, to a fraction of a pixel by the parabola through the peak.
 *
 * @param half how far to either side to look, pixels.
 */
export function edgePeaks(image: Luminance, rail: Rail, stations: number, half: number): Peak[][] {
  const spacing = rail.length / stations;
  const n = Math.ceil((2 * half) / STEP) + 1;
  const taps = Math.max(1, Math.min(MOST_TAPS, Math.round(spacing)));
  const profile = new Float64Array(n);
  const slope = new Float64Array(n);
  const f = new Float64Array(6);
  return Array.from({ length: stations }, (_, station) => {
    const t = (2 * (station + 0.5)) / stations - 1;
    rail.frame(t, f);
    const ax = f[2]!;
    const ay = f[3]!;
    const cx = f[4]!;
    const cy = f[5]!;
    const x0 = f[0]! - cx * half;
    const y0 = f[1]! - cy * half;
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
