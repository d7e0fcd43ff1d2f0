import type { Vec2 } from "../geometry";
import { type Luminance, brightnessAt } from "./luminance";

export interface TracedEdge {
  /** Places on the edge from one end to the other, pixels of the whole picture; where it is covered there are none. */
  readonly points: readonly Vec2[];
  /** Robust standard deviation of the places about a smooth curve, pixels. */
  readonly sigmaPx: number;
  /** Share of the stroke along which the edge was found. */
  readonly found: number;
}

/** Stations along a stroke. */
const STATIONS = 240;
/** Spacing of the samples across the stroke, pixels. */
const STEP = 0.5;
/** Deviation of the Gaussian whose slope finds edges, pixels. */
const BLUR = 1.2;
/** Slopes below this many grey levels a pixel are no edge. */
const LEAST_SLOPE = 2.2;
/** The ends of the stroke may miss the edge by this, pixels. */
const REACH = 12;
/** A place counts to the edge within this distance of its curve at first, then of the finer one, pixels. */
const ROUGH = 2.5;
const FINE = 1.6;
/** Less of the edge than this is not an edge that can be followed. */
const LEAST_FOUND = 0.4;

/**
 * Bright to dark, dark to bright, or either: along the joint of a tiled floor it changes from tile to tile. With either
 * there is more to go astray by, so it is trusted less.
 */
const SIGNS = [
  { sign: 1, trust: 1 },
  { sign: -1, trust: 1 },
  { sign: 0, trust: 0.82 },
] as const;
/** A stroke misses the edge it means by about this, pixels; what lies further off is preferred less and less. */
const AIM = 6;

interface Peak {
  readonly station: number;
  /** −1 … 1 along the stroke. */
  readonly t: number;
  /** Across the stroke, pixels. */
  readonly offset: number;
  /** Grey levels a pixel, signed. */
  readonly slope: number;
}

/**
 * Finds the edge that runs from one end of a stroke to the other, bowed or not, to a fraction of a pixel: peaks of
 * the slope across the stroke at many stations, the curve that most of them of one sign agree on, and a robust
 * refinement. Something that covers part of the edge is left out.
 *
 * @param bow how far from the chord the edge may run, as a share of its length.
 * @returns null where no edge goes from end to end.
 */
export function traceEdge(image: Luminance, from: Vec2, to: Vec2, bow = 0.05): TracedEdge | null {
  const length = Math.hypot(to[0] - from[0], to[1] - from[1]);
  if (length < 24) return null;
  const along: Vec2 = [(to[0] - from[0]) / length, (to[1] - from[1]) / length];
  const across: Vec2 = [-along[1], along[0]];
  const stations = Math.max(24, Math.min(STATIONS, Math.round(length / 3)));
  const half = REACH + Math.min(0.35 * length, bow * length);
  const at = (t: number, offset: number): Vec2 => {
    const s = ((t + 1) / 2) * length;
    return [from[0] + along[0] * s + across[0] * offset, from[1] + along[1] * s + across[1] * offset];
  };
  const peaks = Array.from({ length: stations }, (_, i) =>
    peaksAt(image, at, i, (2 * (i + 0.5)) / stations - 1, half, along, length / stations),
  );
  const ofSign = (sign: number): Peak[][] => peaks.map((own) => own.filter((p) => sign === 0 || p.slope * sign > 0));
  const rough = SIGNS.map(({ sign, trust }) => ({ sign, trust, ...agreed(ofSign(sign), half) })).sort(
    (a, b) => b.score * b.trust - a.score * a.trust,
  )[0]!;
  if (!rough.curve) return null;
  const signed = ofSign(rough.sign);
  let curve = rough.curve;
  let kept: Peak[] = [];
  for (const [degree, reach] of [
    [2, ROUGH],
    [3, FINE],
    [4, FINE],
    [4, FINE],
  ] as const) {
    kept = signed.flatMap((own) => nearestTo(own, curve, reach));
    if (kept.length < LEAST_FOUND * stations) return null;
    curve = fitCurve(kept, degree);
  }
  const off = kept.map((p) => Math.abs(p.offset - valueOf(curve, p.t))).sort((a, b) => a - b);
  const sigma = Math.max(0.02, 1.4826 * off[off.length >> 1]!);
  const good = kept.filter((p) => Math.abs(p.offset - valueOf(curve, p.t)) <= 3.5 * sigma + 0.05);
  if (good.length < LEAST_FOUND * stations) return null;
  return { points: good.map((p) => at(p.t, p.offset)), sigmaPx: sigma, found: good.length / stations };
}

/** Peaks of the slope across the stroke at one station, the brightness averaged a little along it. */
function peaksAt(
  image: Luminance,
  at: (t: number, offset: number) => Vec2,
  station: number,
  t: number,
  half: number,
  along: Vec2,
  spacing: number,
): Peak[] {
  const n = Math.ceil((2 * half) / STEP) + 1;
  const profile = new Float64Array(n);
  const taps = Math.max(1, Math.min(5, Math.round(spacing)));
  for (let i = 0; i < n; i++) {
    const [x, y] = at(t, -half + i * STEP);
    for (let j = 0; j < taps; j++) {
      const s = (j - (taps - 1) / 2) * (spacing / taps);
      profile[i]! += brightnessAt(image, x + along[0] * s, y + along[1] * s) / taps;
    }
  }
  const slope = slopeOf(profile);
  const found: Peak[] = [];
  for (let i = 1; i < n - 1; i++) {
    const [a, b, c] = [Math.abs(slope[i - 1]!), Math.abs(slope[i]!), Math.abs(slope[i + 1]!)];
    if (b < LEAST_SLOPE || b < a || b <= c) continue;
    // The top of the parabola through the peak and its neighbours.
    const shift = (0.5 * (a - c)) / (a - 2 * b + c);
    found.push({ station, t, offset: -half + (i + shift) * STEP, slope: slope[i]! });
  }
  return found;
}

/** Slope by the derivative of a Gaussian, per pixel. */
function slopeOf(profile: Float64Array): Float64Array {
  const reach = Math.ceil((3 * BLUR) / STEP);
  const weights = Array.from({ length: 2 * reach + 1 }, (_, i) => {
    const x = (i - reach) * STEP;
    return (x * Math.exp((-x * x) / (2 * BLUR * BLUR))) / (BLUR ** 3 * Math.sqrt(2 * Math.PI));
  });
  const out = new Float64Array(profile.length);
  for (let i = 0; i < profile.length; i++)
    for (let j = -reach; j <= reach; j++)
      out[i]! += weights[j + reach]! * STEP * profile[Math.min(profile.length - 1, Math.max(0, i + j))]!;
  return out;
}

type Curve = readonly number[];
const valueOf = (curve: Curve, t: number): number => curve.reduceRight((sum, c) => sum * t + c, 0);

/** The peak of a station that lies nearest to a curve, if it is near enough. */
function nearestTo(own: readonly Peak[], curve: Curve, reach: number): Peak[] {
  let best: Peak | null = null;
  let least = reach;
  for (const p of own) {
    const d = Math.abs(p.offset - valueOf(curve, p.t));
    if (d <= least) {
      best = p;
      least = d;
    }
  }
  return best ? [best] : [];
}

/** The parabola near both ends of the stroke that most peaks agree on: every sound triple of peaks near the ends and the middle is tried. */
function agreed(peaks: readonly (readonly Peak[])[], half: number): { curve: Curve | null; score: number } {
  const n = peaks.length;
  const pick = (share: number, most: number): Peak[] => {
    const middle = Math.round(share * (n - 1));
    const near = peaks.slice(Math.max(0, middle - 3), middle + 4).flat();
    const inReach = near.filter((p) => Math.abs(p.offset) <= most);
    return inReach.sort((a, b) => Math.abs(b.slope) - Math.abs(a.slope)).slice(0, 5);
  };
  const [firsts, middles, lasts] = [
    pick(0.04, REACH + 2),
    [...pick(0.5, half), ...pick(0.38, half)],
    pick(0.96, REACH + 2),
  ];
  let [best, score] = [null as Curve | null, 0];
  const thinned = peaks.filter((_, i) => i % 3 === 0);
  for (const a of firsts)
    for (const b of lasts)
      for (const m of middles) {
        const curve = parabola(a, m, b);
        let sum = 0;
        for (const own of thinned) {
          const [p] = nearestTo(own, curve, ROUGH);
          // Contrast counts, but an edge three times as strong is not three times as much an edge.
          if (p) sum += Math.min(1, Math.abs(p.slope) / 12) + 0.5;
        }
        // What the stroke was drawn along is preferred to what lies further off.
        sum *= Math.exp(-((a.offset / AIM) ** 2 + (b.offset / AIM) ** 2) / 4);
        if (sum > score) [best, score] = [curve, sum];
      }
  return { curve: best, score };
}

function parabola(a: Peak, b: Peak, c: Peak): Curve {
  const first = (b.offset - a.offset) / (b.t - a.t);
  const second = ((c.offset - b.offset) / (c.t - b.t) - first) / (c.t - a.t);
  return [a.offset - first * a.t + second * a.t * b.t, first - second * (a.t + b.t), second];
}

/** Least squares polynomial of the offsets over t, by normal equations; t runs from −1 to 1, so they are sound. */
function fitCurve(peaks: readonly Peak[], degree: number): Curve {
  const n = degree + 1;
  const m = Array.from({ length: n }, () => new Float64Array(n + 1));
  for (const { t, offset } of peaks)
    for (let i = 0; i < n; i++) {
      for (let j = 0; j < n; j++) m[i]![j]! += t ** (i + j);
      m[i]![n]! += offset * t ** i;
    }
  for (let i = 0; i < n; i++) {
    let pivot = i;
    for (let r = i + 1; r < n; r++) if (Math.abs(m[r]![i]!) > Math.abs(m[pivot]![i]!)) pivot = r;
    [m[i], m[pivot]] = [m[pivot]!, m[i]!];
    for (let r = 0; r < n; r++) {
      if (r === i || m[i]![i] === 0) continue;
      const by = m[r]![i]! / m[i]![i]!;
      for (let c = i; c <= n; c++) m[r]![c]! -= by * m[i]![c]!;
    }
  }
  return m.map((row, i) => (row[i] ? row[n]! / row[i]! : 0));
}
