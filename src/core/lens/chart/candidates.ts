import { type Grey, blurred } from "./raster";

/** What is looked for: corners where four squares meet, or crossings of dark lines. */
export type ChartKind = "checker" | "lines";

/** A place that may be a corner, pixels of the picture searched (centres at halves). */
export interface Candidate {
  readonly x: number;
  readonly y: number;
  readonly strength: number;
  /** Which diagonal pair of squares is dark: the sign changes from corner to corner. 0 for crossings. */
  readonly turn: number;
}

/** Weakest candidate, as a share of the strongest. */
const LEAST = 0.06;
const MOST = 1500;

/**
 * Saddle points of the blurred brightness (checker: the Hessian's determinant is negative) or its dark pits
 * (lines: both curvatures positive), kept where a circle about them has the right pattern.
 *
 * @param sigma scale, pixels.
 */
export function candidates(even: Grey, kind: ChartKind, sigma: number): Candidate[] {
  const soft = blurred(even, sigma);
  const { data, width, height } = soft;
  const response = new Float32Array(data.length);
  for (let y = 1; y < height - 1; y++)
    for (let x = 1; x < width - 1; x++) {
      const i = y * width + x;
      const xx = data[i - 1]! - 2 * data[i]! + data[i + 1]!;
      const yy = data[i - width]! - 2 * data[i]! + data[i + width]!;
      const xy = (data[i - width - 1]! - data[i - width + 1]! - data[i + width - 1]! + data[i + width + 1]!) / 4;
      const det = xx * yy - xy * xy;
      response[i] = kind === "checker" ? -det : xx > 0 && yy > 0 ? det : 0;
    }
  const reach = Math.max(2, Math.round(1.5 * sigma));
  const peaks: { i: number; v: number }[] = [];
  const margin = Math.ceil(3.2 * sigma) + 1;
  for (let y = margin; y < height - margin; y++)
    for (let x = margin; x < width - margin; x++) {
      const i = y * width + x;
      const v = response[i]!;
      if (v <= 0 || !isPeak(response, width, x, y, reach, v)) continue;
      peaks.push({ i, v });
    }
  peaks.sort((a, b) => b.v - a.v);
  // The strongest few may be stray; measured against one a little down the list.
  const reference = peaks[Math.min(peaks.length - 1, 12)]?.v ?? 0;
  return peaks
    .slice(0, MOST * 2)
    .filter((p) => p.v > (kind === "lines" ? 4 : 1) * LEAST * reference)
    .flatMap(({ i, v }): Candidate[] => {
      const [x, y] = [i % width, Math.floor(i / width)];
      const turn = patternAbout(soft, x, y, 3 * sigma, kind);
      return turn === null ? [] : [{ x: x + 0.5, y: y + 0.5, strength: v, turn }];
    })
    .slice(0, MOST);
}

function isPeak(response: Float32Array, width: number, x: number, y: number, reach: number, v: number): boolean {
  for (let dy = -reach; dy <= reach; dy++)
    for (let dx = -reach; dx <= reach; dx++) {
      const at = (y + dy) * width + x + dx;
      if (at < 0 || at >= response.length || (dx === 0 && dy === 0)) continue;
      const other = response[at]!;
      if (other > v || (other === v && (dy < 0 || (dy === 0 && dx < 0)))) return false;
    }
  return true;
}

const AROUND = 24;

/** The angle of the twofold pattern on a circle, or null where the circle does not look like a corner (or crossing). */
function patternAbout(
  { data, width, height }: Grey,
  x: number,
  y: number,
  radius: number,
  kind: ChartKind,
): number | null {
  const ring = Float64Array.from({ length: AROUND }, (_, i) => {
    const px = Math.round(x + radius * Math.cos((2 * Math.PI * i) / AROUND));
    const py = Math.round(y + radius * Math.sin((2 * Math.PI * i) / AROUND));
    return px < 0 || py < 0 || px >= width || py >= height ? NaN : data[py * width + px]!;
  });
  if (ring.some(Number.isNaN)) return null;
  const power = (n: number): [number, number] => {
    let [re, im] = [0, 0];
    ring.forEach((v, i) => {
      re += v * Math.cos((2 * Math.PI * n * i) / AROUND);
      im += v * Math.sin((2 * Math.PI * n * i) / AROUND);
    });
    return [re, im];
  };
  const energies = [1, 2, 3, 4, 5, 6].map((n) => {
    const [re, im] = power(n);
    return re * re + im * im;
  });
  const all = energies.reduce((a, b) => a + b, 0);
  if (kind === "lines") return all > 0 && (energies[3]! + 0.5 * energies[1]!) / all > 0.3 ? 0 : null;
  if (!(energies[1]! / all > 0.5)) return null;
  const [re, im] = power(2);
  return Math.atan2(im, re) / 2;
}
