import type { Vec2 } from "../geometry";
import { biweight, invertSymmetric, spreadOf } from "../numerics";
import type { Fringe } from "./fringes";
import { LIGHT_OF_SRGB } from "./srgb";

/** Pixels in row order, red, green and blue first in each; 0…255. */
export interface ColourPixels {
  readonly data: Uint8Array | Uint8ClampedArray;
  readonly width: number;
  readonly height: number;
  /** Samples a pixel, 3 or 4. */
  readonly channels: 3 | 4;
}

export interface MeasuredFringes {
  readonly red: Fringe;
  readonly blue: Fringe;
  /** Standard deviation of the shift at the corner, pixels, of red and of blue. */
  readonly sigmaPx: readonly [number, number];
  /** Root mean square of what single edges leave over, pixels. */
  readonly rmsPx: number;
  /** Edges that were used. */
  readonly edges: number;
}

/** Cells along the longer side; the strongest edges of each count, so that they come from all over the picture. */
const CELLS = 48;
const PER_CELL = 4;
/** Weakest slope of an edge, grey levels a pixel. */
const LEAST_SLOPE = 14;
/** Light that a compressed picture no longer tells apart at either end, 0…255. */
const DARKEST = 0.3;
const BRIGHTEST = 244;
/** The other channel's contrast over green's: beyond these the edge is one of colour, with a shape of its own in each. */
const LEAST_CONTRAST = 0.6;
const MOST_CONTRAST = 1.6;
/** Half the window across an edge, pixels. */
const HALF = 5;
const ROUNDS = 4;
/** Fewer edges than this, or edges no further out than this share of the corner, say too little. */
const LEAST_EDGES = 60;
const LEAST_REACH = 0.55;

interface Edge {
  readonly x: number;
  readonly y: number;
  /** Direction of the gradient. */
  readonly nx: number;
  readonly ny: number;
}

/**
 * Lateral fringes from edges all over a picture as recorded: across each edge red (blue) is fitted as green scaled,
 * raised and shifted; the shifts along the gradients are then explained by a radial shift a r + b r³, robustly.
 *
 * @param centre distortion centre, pixels. @returns null where the picture has too few edges far enough out.
 */
export function measureFringes(pixels: ColourPixels, centre: Vec2): MeasuredFringes | null {
  const unit = Math.hypot(pixels.width, pixels.height) / 2;
  const edges = strongEdges(pixels);
  const reach = edges.filter((e) => Math.hypot(e.x - centre[0], e.y - centre[1]) > LEAST_REACH * unit).length;
  if (edges.length < LEAST_EDGES || reach < LEAST_EDGES / 4) return null;
  const red = measureChannel(pixels, edges, 0, centre, unit);
  const blue = measureChannel(pixels, edges, 2, centre, unit);
  if (!red || !blue) return null;
  return {
    red: red.fringe,
    blue: blue.fringe,
    sigmaPx: [red.sigmaPx, blue.sigmaPx],
    rmsPx: Math.sqrt((red.rms ** 2 + blue.rms ** 2) / 2),
    edges: Math.min(red.used, blue.used),
  };
}

function strongEdges({ data, width, height, channels }: ColourPixels): Edge[] {
  const cell = Math.max(8, Math.ceil(Math.max(width, height) / CELLS));
  const green = (x: number, y: number): number => data[(y * width + x) * channels + 1]!;
  const found: Edge[] = [];
  const margin = HALF + 4;
  for (let cy = margin; cy < height - margin; cy += cell)
    for (let cx = margin; cx < width - margin; cx += cell) {
      const best: { edge: Edge; slope: number }[] = [];
      const [x1, y1] = [Math.min(cx + cell, width - margin), Math.min(cy + cell, height - margin)];
      for (let y = cy; y < y1; y += 2)
        for (let x = cx; x < x1; x += 2) {
          const gx = (green(x + 1, y) - green(x - 1, y)) / 2;
          const gy = (green(x, y + 1) - green(x, y - 1)) / 2;
          const slope = Math.hypot(gx, gy);
          if (slope < LEAST_SLOPE || (best.length === PER_CELL && slope <= best[PER_CELL - 1]!.slope)) continue;
          if (best.some((b) => Math.abs(b.edge.x - x - 0.5) + Math.abs(b.edge.y - y - 0.5) < 5)) continue;
          best.push({ edge: { x: x + 0.5, y: y + 0.5, nx: gx / slope, ny: gy / slope }, slope });
          best.sort((a, b) => b.slope - a.slope);
          if (best.length > PER_CELL) best.pop();
        }
      found.push(...best.map((b) => b.edge));
    }
  return found;
}

/** Light of a channel, 0…255, between pixels. */
function sampler({ data, width, height, channels }: ColourPixels, channel: number): (x: number, y: number) => number {
  return (px, py) => {
    const x = Math.min(width - 1.001, Math.max(0, px - 0.5));
    const y = Math.min(height - 1.001, Math.max(0, py - 0.5));
    const x0 = x | 0;
    const y0 = y | 0;
    const u = x - x0;
    const v = y - y0;
    const i = (y0 * width + x0) * channels + channel;
    const j = i + width * channels;
    const above = (1 - u) * LIGHT_OF_SRGB[data[i]!]! + u * LIGHT_OF_SRGB[data[i + channels]!]!;
    const below = (1 - u) * LIGHT_OF_SRGB[data[j]!]! + u * LIGHT_OF_SRGB[data[j + channels]!]!;
    return (1 - v) * above + v * below;
  };
}

function measureChannel(pixels: ColourPixels, edges: readonly Edge[], channel: 0 | 2, centre: Vec2, unit: number) {
  const [green, other] = [sampler(pixels, 1), sampler(pixels, channel)];
  let fringe: Fringe = [0, 0];
  let result: { fringe: Fringe; sigmaPx: number; rms: number; used: number } | null = null;
  for (let round = 0; round < ROUNDS; round++) {
    const rows: { a: number; b: number; shift: number }[] = [];
    for (const { x, y, nx, ny } of edges) {
      const [dx, dy] = [(x - centre[0]) / unit, (y - centre[1]) / unit];
      const r2 = dx * dx + dy * dy;
      const radial = nx * dx + ny * dy;
      // An edge that runs outwards is not moved across itself.
      if (Math.abs(radial) < 0.15) continue;
      const by = fringe[0] + fringe[1] * r2;
      const shift = shiftAcross(green, other, x, y, nx, ny, by * dx * unit, by * dy * unit);
      if (shift === null) continue;
      // What was taken out already, along the gradient, is added back.
      rows.push({ a: radial * unit, b: radial * r2 * unit, shift: shift + by * radial * unit });
    }
    if (rows.length < LEAST_EDGES) return null;
    result = robustFit(rows, unit);
    fringe = result.fringe;
  }
  return result;
}

/** By how much `other`, read at an offset, lies further along the gradient than green, pixels; null where it cannot be told. */
function shiftAcross(
  green: (x: number, y: number) => number,
  other: (x: number, y: number) => number,
  x: number,
  y: number,
  nx: number,
  ny: number,
  ox: number,
  oy: number,
): number | null {
  // Least squares of other = p + q · green + s · green′ over the window; the shift is −s / q.
  let [n, sg, sd, so, sgg, sgd, sdd, sgo, sdo, soo] = [0, 0, 0, 0, 0, 0, 0, 0, 0, 0];
  for (let i = -HALF; i <= HALF; i++) {
    const [px, py] = [x + i * nx, y + i * ny];
    const g = green(px, py);
    const o = other(px + ox, py + oy);
    if (g < DARKEST || o < DARKEST || g > BRIGHTEST || o > BRIGHTEST) return null;
    const d = (green(px + nx, py + ny) - green(px - nx, py - ny)) / 2;
    n++;
    sg += g;
    sd += d;
    so += o;
    sgg += g * g;
    sgd += g * d;
    sdd += d * d;
    sgo += g * o;
    sdo += d * o;
    soo += o * o;
  }
  const [gg, gd, dd] = [sgg - (sg * sg) / n, sgd - (sg * sd) / n, sdd - (sd * sd) / n];
  const [go, dO, oo] = [sgo - (sg * so) / n, sdo - (sd * so) / n, soo - (so * so) / n];
  const det = gg * dd - gd * gd;
  if (!(det > 1e-3 * gg * dd)) return null;
  const q = (go * dd - dO * gd) / det;
  const s = (dO * gg - go * gd) / det;
  // Both must show the same edge.
  if (!(q > LEAST_CONTRAST && q < MOST_CONTRAST) || !(oo > 10)) return null;
  const shift = -s / q;
  return Math.abs(shift) < 3 ? shift : null;
}

function robustFit(rows: readonly { a: number; b: number; shift: number }[], unit: number) {
  const weights = new Float64Array(rows.length).fill(1);
  let [p, q, spread, paa, pab, pbb] = [0, 0, 1, 1, 0, 1];
  for (let round = 0; round < 12; round++) {
    let [aa, ab, bb, as, bs] = [0, 0, 0, 0, 0];
    rows.forEach(({ a, b, shift }, i) => {
      const w = weights[i]!;
      aa += w * a * a;
      ab += w * a * b;
      bb += w * b * b;
      as += w * a * shift;
      bs += w * b * shift;
    });
    const inverse = invertSymmetric([
      [aa, ab],
      [ab, bb],
    ]);
    if (!inverse) break;
    [paa, pab, pbb] = [inverse[0]![0]!, inverse[0]![1]!, inverse[1]![1]!];
    [p, q] = [paa * as + pab * bs, pab * as + pbb * bs];
    const off = rows.map(({ a, b, shift }) => shift - p * a - q * b);
    spread = Math.max(0.01, spreadOf(off));
    off.forEach((d, i) => (weights[i] = biweight(d / spread)));
  }
  const kept = rows.filter((_, i) => weights[i]! > 0);
  const squares = kept.reduce((sum, { a, b, shift }) => sum + (shift - p * a - q * b) ** 2, 0);
  return {
    fringe: [p, q] as Fringe,
    sigmaPx: spread * unit * Math.sqrt(Math.max(0, paa + 2 * pab + pbb)),
    rms: Math.sqrt(squares / Math.max(1, kept.length)),
    used: kept.length,
  };
}
