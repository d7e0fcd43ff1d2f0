import { type Vec2, lerp2 } from "../geometry";
import type { Lens } from "../lens";
import { type Luminance, brightnessAt, holds, sumInside } from "./luminance";

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

/** Peaks in plain arrays, station by station: what is gone through millions of times. */
export interface Peaks {
  /** Where each station's peaks begin; one more for the end of the last. */
  readonly starts: Int32Array;
  /** As in Peak. */
  readonly t: Float64Array;
  readonly offset: Float64Array;
  readonly slope: Float64Array;
  /** Of each peak, that of the rail where its station lies; six numbers a station. */
  readonly frames: Float64Array;
}

/**
 * Peaks of the slope across a rail at evenly spaced stations along it, the brightness averaged a little along it, to a fraction of a pixel by the parabola through the peak.
 *
 * @param half how far to either side to look, pixels.
 */
export function peaksAlong(image: Luminance, rail: Rail, stations: number, half: number): Peaks {
  const spacing = rail.length / stations;
  const n = Math.ceil((2 * half) / STEP) + 1;
  const taps = Math.max(1, Math.min(MOST_TAPS, Math.round(spacing)));
  const profile = new Float64Array(n + 2 * SLOPE_REACH);
  const slopes = new Float64Array(n);
  // Two peaks are never beside each other.
  const most = stations * ((n >> 1) + 1);
  const starts = new Int32Array(stations + 1);
  const [ts, offset, slope] = [new Float64Array(most), new Float64Array(most), new Float64Array(most)];
  const frames = new Float64Array(6 * stations);
  const f = new Float64Array(6);
  let count = 0;
  for (let station = 0; station < stations; station++) {
    const t = (2 * (station + 0.5)) / stations - 1;
    rail.frame(t, f);
    frames.set(f, 6 * station);
    const ax = f[2]!;
    const ay = f[3]!;
    const cx = f[4]! * STEP;
    const cy = f[5]! * STEP;
    const x0 = f[0]! - f[4]! * half;
    const y0 = f[1]! - f[5]! * half;
    const apart = spacing / taps;
    const back = ((taps - 1) / 2) * apart;
    const inside = holds(
      image,
      x0 - ax * back,
      y0 - ay * back,
      cx * (n - 1),
      cy * (n - 1),
      2 * ax * back,
      2 * ay * back,
    );
    for (let i = 0; i < n; i++) {
      const px = x0 + cx * i - ax * back;
      const py = y0 + cy * i - ay * back;
      let sum = 0;
      if (inside) sum = sumInside(image, px, py, ax * apart, ay * apart, taps);
      else for (let j = 0; j < taps; j++) sum += brightnessAt(image, px + ax * apart * j, py + ay * apart * j);
      profile[SLOPE_REACH + i] = sum / taps;
    }
    slopesOf(profile, slopes);
    for (let i = 1; i < n - 1; i++) {
      const a = Math.abs(slopes[i - 1]!);
      const b = Math.abs(slopes[i]!);
      const c = Math.abs(slopes[i + 1]!);
      if (b < LEAST_SLOPE || b < a || b <= c) continue;
      // The top of the parabola through the peak and its neighbours.
      const shift = (0.5 * (a - c)) / (a - 2 * b + c);
      ts[count] = t;
      offset[count] = -half + (i + shift) * STEP;
      slope[count++] = slopes[i]!;
    }
    starts[station + 1] = count;
  }
  return { starts, t: ts, offset, slope, frames };
}

/** The same, each peak by itself. */
export function edgePeaks(image: Luminance, rail: Rail, stations: number, half: number): Peak[][] {
  const { starts, t, offset, slope } = peaksAlong(image, rail, stations, half);
  return Array.from({ length: stations }, (_, station) =>
    Array.from({ length: starts[station + 1]! - starts[station]! }, (__, k): Peak => {
      const i = starts[station]! + k;
      return { station, t: t[i]!, offset: offset[i]!, slope: slope[i]! };
    }),
  );
}

const SLOPE_REACH = Math.ceil((3 * BLUR) / STEP);
/** By how much a place so many samples on counts, and one as many back against it. */
const SLOPE_WEIGHTS = Float64Array.from({ length: SLOPE_REACH + 1 }, (_, i) => {
  const x = i * STEP;
  return (STEP * x * Math.exp((-x * x) / (2 * BLUR * BLUR))) / (BLUR ** 3 * Math.sqrt(2 * Math.PI));
});

/**
 * Slope by the derivative of a Gaussian, per pixel.
 *
 * @param profile with SLOPE_REACH places before and after, which repeat its ends.
 */
function slopesOf(profile: Float64Array, out: Float64Array): void {
  const n = out.length;
  for (let i = 0; i < SLOPE_REACH; i++) {
    profile[i] = profile[SLOPE_REACH]!;
    profile[SLOPE_REACH + n + i] = profile[SLOPE_REACH + n - 1]!;
  }
  for (let i = 0; i < n; i++) {
    let sum = 0;
    const at = SLOPE_REACH + i;
    for (let j = 1; j <= SLOPE_REACH; j++) sum += SLOPE_WEIGHTS[j]! * (profile[at + j]! - profile[at - j]!);
    out[i] = sum;
  }
}
