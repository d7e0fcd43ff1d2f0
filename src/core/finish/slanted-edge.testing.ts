/** Edges measured for tests and benchmarks; nothing of the product imports this. */
import type { Raster } from "../course";

export interface EdgeSharpness {
  /** Spatial frequency at half contrast, cycles a pixel. */
  readonly half: number;
  /** How far beyond its plateaus the edge goes, as a share of their distance. */
  readonly overshoot: number;
}

/** Parts of a pixel into which the edge's profile is gathered. */
const FINER = 4;
/** So far to either side of the edge it is looked at, pixels. */
const ASIDE = 24;

/**
 * The edge response of one slanted edge that crosses a grey picture, after ISO 12233 (2017), annex D: rows' own edges by their centroid,
 * a line through them, the profile gathered in quarter pixels, its derivative under a Hamming window, and that one's spectrum. Numbers are
 * taken as they are displayed. @param standing or level.
 */
export function sharpnessOf({ data, width, height }: Raster, standing = true): EdgeSharpness {
  const [across, along] = standing ? [width, height] : [height, width];
  const at = (i: number, j: number): number => data[standing ? j * width + i : i * width + j]!;
  // Each row's edge: the centroid of its differences; then a line through all of them.
  let [sj, sx, sjj, sjx, n] = [0, 0, 0, 0, 0];
  for (let j = 4; j < along - 4; j++) {
    let [sum, moment] = [0, 0];
    for (let i = 5; i < across - 5; i++) {
      const d = at(i + 1, j) - at(i - 1, j);
      const weight = d * Math.abs(d);
      sum += weight;
      moment += weight * i;
    }
    const x = moment / sum;
    sj += j;
    sx += x;
    sjj += j * j;
    sjx += j * x;
    n++;
  }
  const slope = (n * sjx - sj * sx) / (n * sjj - sj * sj);
  const start = (sx - slope * sj) / n;
  const lean = Math.cos(Math.atan(slope));
  const bins = 2 * ASIDE * FINER;
  const [sums, counts] = [new Float64Array(bins), new Float64Array(bins)];
  for (let j = 4; j < along - 4; j++)
    for (let i = 0; i < across; i++) {
      const bin = Math.floor(((i - start - slope * j) * lean + ASIDE) * FINER);
      if (bin < 0 || bin >= bins) continue;
      sums[bin]! += at(i, j);
      counts[bin]!++;
    }
  const profile = Array.from(sums, (s, i) => (counts[i]! > 0 ? s / counts[i]! : NaN));
  for (let i = 1; i < bins; i++) if (Number.isNaN(profile[i]!)) profile[i] = profile[i - 1]!;
  const mean = (from: number, to: number): number => profile.slice(from, to).reduce((a, b) => a + b, 0) / (to - from);
  const [dark, bright] = [mean(2, bins >> 3), mean(bins - (bins >> 3), bins - 2)].sort((a, b) => a - b) as [
    number,
    number,
  ];
  const beyond = Math.max(dark - Math.min(...profile.slice(2, -2)), Math.max(...profile.slice(2, -2)) - bright);
  const slopes = profile.slice(1, -1).map((_, i) => {
    const window = 0.54 - 0.46 * Math.cos((2 * Math.PI * i) / (bins - 3));
    return window * (profile[i + 2]! - profile[i]!);
  });
  const response = (f: number): number => {
    const phase = (2 * Math.PI * f) / FINER;
    const re = slopes.reduce((s, v, i) => s + v * Math.cos(phase * i), 0);
    const im = slopes.reduce((s, v, i) => s + v * Math.sin(phase * i), 0);
    // The difference of two places damps by itself.
    const own = f === 0 ? 1 : Math.sin(phase) / phase;
    return Math.hypot(re, im) / own;
  };
  const full = response(0);
  let half = 0;
  for (let f = 0.005; f < 1; f += 0.0025) {
    const [a, b] = [response(f - 0.0025) / full, response(f) / full];
    if (b < 0.5) {
      half = f - (0.0025 * (0.5 - b)) / (a - b);
      break;
    }
  }
  return { half, overshoot: beyond / (bright - dark) };
}
