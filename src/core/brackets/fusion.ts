import { type Plane, addDoubled, emptyPlane, halvedPlane } from "./plane";

/** One exposure of a bracket: red, green and blue, as displayed. Grey photos have one. */
export type Exposure = readonly Plane[];

/** How well exposed a value is: a bell about the middle, whose deviation this is (Mertens, Kautz, Van Reeth 2007). */
const WELL = 0.2;
/** So that every place has some weight in some exposure. */
const LEAST = 1e-6;
/** The coarsest level of a pyramid, pixels of its shorter side. */
const COARSEST = 4;

const grey = (exposure: Exposure, i: number): number =>
  exposure.length < 3
    ? exposure[0]!.data[i]!
    : 0.2126 * exposure[0]!.data[i]! + 0.7152 * exposure[1]!.data[i]! + 0.0722 * exposure[2]!.data[i]!;

/**
 * How much each place of an exposure is worth: its contrast, its saturation and how well it is exposed, multiplied.
 * Mertens, Kautz and Van Reeth, Exposure Fusion (Pacific Graphics 2007), §3.1, with all exponents one.
 */
export function worthOf(exposure: Exposure): Plane {
  const { width, height } = exposure[0]!;
  const out = emptyPlane(width, height);
  const greys = new Float32Array(width * height);
  for (let i = 0; i < greys.length; i++) greys[i] = grey(exposure, i);
  for (let y = 0, i = 0; y < height; y++)
    for (let x = 0; x < width; x++, i++) {
      const own = greys[i]!;
      const contrast = Math.abs(
        4 * own -
          greys[x > 0 ? i - 1 : i]! -
          greys[x + 1 < width ? i + 1 : i]! -
          greys[y > 0 ? i - width : i]! -
          greys[y + 1 < height ? i + width : i]!,
      );
      let [sum, squares, well] = [0, 0, 1];
      for (const { data } of exposure) {
        const v = data[i]!;
        sum += v;
        squares += v * v;
        well *= Math.exp(-((v - 0.5) ** 2) / (2 * WELL ** 2));
      }
      const n = exposure.length;
      const saturation = n < 3 ? 1 : Math.sqrt(Math.max(0, squares / n - (sum / n) ** 2));
      out.data[i] = (contrast + 0.01) * (saturation + 0.01) * well + LEAST;
    }
  return out;
}

/** Makes weights of worths: together one at every place. The planes are changed. */
export function normalised(worths: readonly Plane[]): void {
  const n = worths[0]!.data.length;
  for (let i = 0; i < n; i++) {
    let sum = 0;
    for (const { data } of worths) sum += data[i]!;
    for (const { data } of worths) data[i]! /= sum;
  }
}

/** A plane and its halves down to the coarsest. */
function halves(plane: Plane): Plane[] {
  const all = [plane];
  while (Math.min(all.at(-1)!.width, all.at(-1)!.height) > COARSEST) all.push(halvedPlane(all.at(-1)!));
  return all;
}

/**
 * One colour of several exposures blended: level by level of their Laplacian pyramids, by the halves of their weights, so that no border
 * between exposures shows (Burt and Adelson 1983; Mertens and others 2007, §3.2).
 *
 * @param weights together one at every place.
 * @returns as displayed; a little beyond 0…1 where edges are steep.
 */
export function fused(planes: readonly Plane[], weights: readonly Plane[]): Plane {
  let sums: Plane[] | null = null;
  planes.forEach((plane, k) => {
    const [levels, shares] = [halves(plane), halves(weights[k]!)];
    sums ??= levels.map(({ width, height }) => emptyPlane(width, height));
    levels.forEach((level, l) => {
      const next = levels[l + 1];
      const band = next ? { ...level, data: level.data.slice() } : level;
      if (next) addDoubled(next, band, -1);
      const [out, share] = [sums![l]!.data, shares[l]!.data];
      for (let i = 0; i < out.length; i++) out[i]! += share[i]! * band.data[i]!;
    });
  });
  for (let l = sums!.length - 2; l >= 0; l--) addDoubled(sums![l + 1]!, sums![l]!, 1);
  return sums![0]!;
}
