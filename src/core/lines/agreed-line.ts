import type { Peaks } from "./edge-peaks";

/** Peaks this far from a line count to it at first, and when it is refined, pixels. */
const ROUGH = 1.6;
const FINE = 1.1;
/** Peaks kept of each station, the strongest. */
const PER_STATION = 4;

/** Offset across the rail over t: a + b t. */
interface Line {
  readonly a: number;
  readonly b: number;
}

/** Peaks of one sign, at most so many a station, each with its station and how much it speaks for a line. */
export interface OwnPeaks extends Peaks {
  readonly station: Int32Array;
  readonly strength: Float64Array;
}

/** Of each station the strongest peaks of one sign, the strongest first. */
export function strongest({ starts, t, offset, slope, frames }: Peaks, sign: 1 | -1): OwnPeaks {
  const stations = starts.length - 1;
  const most = Math.min(starts[stations]!, PER_STATION * stations);
  const own = {
    starts: new Int32Array(stations + 1),
    t: new Float64Array(most),
    offset: new Float64Array(most),
    slope: new Float64Array(most),
    station: new Int32Array(most),
    strength: new Float64Array(most),
    frames,
  };
  const kept = new Int32Array(PER_STATION + 1);
  let count = 0;
  for (let i = 0; i < stations; i++) {
    let n = 0;
    for (let k = starts[i]!; k < starts[i + 1]!; k++) {
      const s = slope[k]! * sign;
      if (!(s > 0)) continue;
      let at = n;
      for (; at > 0 && slope[kept[at - 1]!]! * sign < s; at--) kept[at] = kept[at - 1]!;
      kept[at] = k;
      if (n < PER_STATION) n++;
    }
    for (let j = 0; j < n; j++, count++) {
      const k = kept[j]!;
      own.t[count] = t[k]!;
      own.offset[count] = offset[k]!;
      own.slope[count] = slope[k]!;
      own.station[count] = i;
      own.strength[count] = Math.min(1, (slope[k]! * sign) / 10) + 0.4;
    }
    own.starts[i + 1] = count;
  }
  return own;
}

/** The peak of a station nearest to a line within a reach; −1 where there is none. */
function nearest({ starts, t, offset }: Peaks, station: number, a: number, b: number, reach: number): number {
  let best = -1;
  let least = reach;
  for (let k = starts[station]!; k < starts[station + 1]!; k++) {
    const d = Math.abs(offset[k]! - a - b * t[k]!);
    if (d <= least) {
      best = k;
      least = d;
    }
  }
  return best;
}

const aimed = ({ a, b }: Line, aim: number): number => Math.exp(-((a - b) ** 2 + (a + b) ** 2) / (4 * aim * aim));

export function worthOf({ strength }: OwnPeaks, line: Line, good: Int32Array, aim: number): number {
  let sum = 0;
  for (let i = 0; i < good.length; i++) sum += strength[good[i]!]!;
  return aimed(line, aim) * sum;
}

/** The strongest peaks of some stations, the strongest first. @param from and to shares of all stations. */
function strongestOf({ starts, slope }: Peaks, from: number, to: number, most: number): Int32Array {
  const n = starts.length - 1;
  const first = Math.floor(from * n);
  const last = Math.min(n, Math.max(first + 2, Math.ceil(to * n)));
  const kept = new Int32Array(most + 1);
  let count = 0;
  for (let k = starts[first]!; k < starts[last]!; k++) {
    const s = Math.abs(slope[k]!);
    let at = count;
    for (; at > 0 && Math.abs(slope[kept[at - 1]!]!) < s; at--) kept[at] = kept[at - 1]!;
    kept[at] = k;
    if (count < most) count++;
  }
  return kept.subarray(0, count);
}

/** The line through a peak near each end that most peaks agree on. */
export function agreedLine(own: OwnPeaks, aim: number, tries: number): Line | null {
  const { t, offset } = own;
  const n = own.starts.length - 1;
  const every = n < 60 ? 1 : n < 120 ? 2 : 3;
  let best: Line | null = null;
  let most = 0;
  const firsts = strongestOf(own, 0.02, 0.3, tries);
  const lasts = strongestOf(own, 0.7, 0.98, tries);
  for (const p of firsts)
    for (const q of lasts) {
      const b = (offset[q]! - offset[p]!) / (t[q]! - t[p]!);
      const line = { a: offset[p]! - b * t[p]!, b };
      const close = aimed(line, aim);
      const sum = close * agreement(own, line, every, most / close);
      if (sum > most) [best, most] = [line, sum];
    }
  return best;
}

/** The most a station can add to a line's agreement. */
const MOST_STRENGTH = 1.4;

/** How much the nearest peaks of every so manieth station speak for a line; given up, and 0, once it cannot come to more than `least`. */
function agreement({ starts, t, offset, strength }: OwnPeaks, { a, b }: Line, every: number, least: number): number {
  const stations = starts.length - 1;
  let sum = 0;
  for (let i = 0; i < stations; i += every) {
    if (sum + Math.ceil((stations - i) / every) * MOST_STRENGTH <= least) return 0;
    let near = ROUGH;
    let found = -1;
    for (let k = starts[i]!; k < starts[i + 1]!; k++) {
      const d = Math.abs(offset[k]! - a - b * t[k]!);
      if (d <= near) {
        near = d;
        found = k;
      }
    }
    if (found >= 0) sum += strength[found]! * (1 - (0.5 * near) / ROUGH);
  }
  return sum;
}

/** Least squares over the peaks near the line, far ones counting less and less. @returns also the peaks it goes by. */
export function refine(own: OwnPeaks, rough: Line): { line: Line; good: Int32Array } | null {
  const stations = own.starts.length - 1;
  const good = new Int32Array(stations);
  let { a, b } = rough;
  let count = 0;
  for (let round = 0; round < 5; round++) {
    const reach = round === 0 ? ROUGH : FINE;
    count = 0;
    for (let i = 0; i < stations; i++) {
      const k = nearest(own, i, a, b, reach);
      if (k >= 0) good[count++] = k;
    }
    if (count < 6) return null;
    let [w0, w1, w2, y0, y1] = [0, 0, 0, 0, 0];
    for (let i = 0; i < count; i++) {
      const k = good[i]!;
      const t = own.t[k]!;
      const offset = own.offset[k]!;
      const d = (offset - a - b * t) / reach;
      const inside = 1 - d * d;
      const w = inside * inside * Math.min(1, Math.abs(own.slope[k]!) / 8) + 1e-6;
      w0 += w;
      w1 += w * t;
      w2 += w * t * t;
      y0 += w * offset;
      y1 += w * offset * t;
    }
    const det = w0 * w2 - w1 * w1;
    if (!(det > 1e-9)) return null;
    a = (w2 * y0 - w1 * y1) / det;
    b = (w0 * y1 - w1 * y0) / det;
  }
  return { line: { a, b }, good: good.subarray(0, count) };
}
