import type { Luminance } from "./luminance";
import { growRegions } from "./segments/regions";

/** How much there is to see in each cell of a photo, rows from the top, 0…9 a cell. */
export interface Detail {
  readonly columns: number;
  readonly rows: number;
  readonly weights: string;
}

/** Longer side of the picture that is looked at, pixels: details smaller than this shows do not decide what a picture is of. */
const LOOKED_AT = 480;
/** Cells along the longer side. */
const CELLS = 32;
/** Shares of what counts: straight edges, which are the building, and texture, which is all that is not sky or blur. */
const EDGES = 0.75;
/** Slopes below this many levels of 255 are the grain of a smooth surface. */
const GRAIN = 2.5;
/** Shortest straight edge that counts, pixels of the picture looked at, and its length over its width at least. */
const SHORTEST = 8;
const SLENDER = 5;
/** Gamma of the picture looked at: in plain light the shadows would show nothing. */
const ROOT = 1 / 2.2;

/** A whole picture shrunk to a longer side, each pixel the mean of what it covers, in the numbers of a picture seen. */
function shrunk(image: Luminance, longer: number): Luminance {
  const { data, width, height, table } = image;
  const factor = Math.max(1, Math.max(width, height) / longer);
  const [w, h] = [Math.max(1, Math.floor(width / factor)), Math.max(1, Math.floor(height / factor))];
  const sums = new Float64Array(w * h);
  const counts = new Uint32Array(w * h);
  const across = Uint32Array.from({ length: width }, (_, x) => Math.min(w - 1, Math.floor(x / factor)));
  for (let y = 0; y < height; y++) {
    const row = Math.min(h - 1, Math.floor(y / factor)) * w;
    for (let x = 0, i = y * width; x < width; x++, i++) {
      const at = row + across[x]!;
      sums[at]! += table ? table[data[i]!]! : data[i]!;
      counts[at]!++;
    }
  }
  const out = Float32Array.from(sums, (s, i) => 255 * (s / counts[i]! / 255) ** ROOT);
  return { data: out, width: w, height: h, left: 0, top: 0 };
}

/** How much of each cell is slope rather than smooth, 0…1. */
function texture(image: Luminance, columns: number, rows: number): Float64Array {
  const { data, width, height } = image;
  const sums = new Float64Array(columns * rows);
  const counts = new Uint32Array(columns * rows);
  for (let y = 1; y < height - 1; y++)
    for (let x = 1, i = y * width + 1; x < width - 1; x++, i++) {
      const dx = (data[i + 1]! - data[i - 1]!) / 2;
      const dy = (data[i + width]! - data[i - width]!) / 2;
      const at = Math.floor((y * rows) / height) * columns + Math.floor((x * columns) / width);
      const slope = Math.hypot(dx, dy) - GRAIN;
      // Saturating: a hard edge is no more to see than a soft one.
      if (slope > 0) sums[at]! += slope / (slope + 12);
      counts[at]!++;
    }
  return sums.map((s, i) => s / Math.max(1, counts[i]!));
}

/** Length of straight edges in each cell, pixels. */
function edges(image: Luminance, columns: number, rows: number): Float64Array {
  const { data, width, height } = image;
  const lengths = new Float64Array(columns * rows);
  for (const {
    ends: [a, b],
    width: wide,
  } of growRegions(data as Float32Array, width, height)) {
    const length = Math.hypot(b[0] - a[0], b[1] - a[1]);
    if (length < SHORTEST || length < SLENDER * wide) continue;
    const parts = Math.max(1, Math.ceil(length / 2));
    for (let i = 0; i < parts; i++) {
      const t = (i + 0.5) / parts;
      const column = Math.floor(((a[0] + (b[0] - a[0]) * t) * columns) / width);
      const row = Math.floor(((a[1] + (b[1] - a[1]) * t) * rows) / height);
      if (column >= 0 && row >= 0 && column < columns && row < rows) lengths[row * columns + column]! += length / parts;
    }
  }
  return lengths;
}

const scaled = (values: Float64Array): Float64Array => {
  // The busiest cells count as one: what nine in ten do not reach.
  const top = Float64Array.from(values).sort()[Math.floor(0.9 * values.length)] ?? 0;
  return values.map((v) => (top > 0 ? Math.min(1, v / top) : 0));
};

/** What a photo shows, cell by cell, from its brightness: straight edges first, texture after, sky and blur hardly. */
export function detailOf(image: Luminance): Detail {
  const small = shrunk(image, LOOKED_AT);
  const long = Math.max(small.width, small.height);
  const columns = Math.max(1, Math.round((CELLS * small.width) / long));
  const rows = Math.max(1, Math.round((CELLS * small.height) / long));
  const [straight, rough] = [scaled(edges(small, columns, rows)), scaled(texture(small, columns, rows))];
  const weights = Array.from(straight, (s, i) => Math.round(9 * (EDGES * s + (1 - EDGES) * rough[i]!))).join("");
  return { columns, rows, weights };
}
