import { type Rect, type Vec2, borderOf, bounds, signedChebyshev } from "../geometry";
import { cleanFrame, grown } from "./clean-frame";

/** A place of the plane and how much is lost with it. */
export interface WeighedPlace {
  readonly at: Vec2;
  readonly weight: number;
}

/** Cells along the longer side of what is searched. */
const CELLS = 112;
/** The same while something moves, where a frame must be there at once. */
const QUICK_CELLS = 48;
/** Share of the worth of a frame that is its area alone: among frames that show as much the larger is better. */
const AREA = 0.25;
/** The largest frame stays unless another is worth more by this factor. */
const GAIN = 1.01;
/** Frames are no narrower or wider than this. */
const RATIOS: readonly [number, number] = [1 / 4, 4];

/** A lattice over the plane: what lies in each of its cells, and which are inside the outline. */
interface Lattice {
  readonly x0: number;
  readonly y0: number;
  readonly dx: number;
  readonly dy: number;
  readonly columns: number;
  readonly rows: number;
  readonly inside: Uint8Array;
  /** Sums of worth above and to the left of each corner, (columns + 1) × (rows + 1). */
  readonly sums: Float64Array;
}

function latticeOf(outline: readonly Vec2[], places: readonly WeighedPlace[], ratio: number, along: number): Lattice {
  const [x0, y0, w, h] = bounds(outline);
  // Cells as the frame is shaped, so that a frame of the ratio has as many of them either way.
  const tall = Math.max(w / ratio, h) / along;
  const [dx, dy] = [tall * ratio, tall];
  const [columns, rows] = [Math.max(1, Math.ceil(w / dx)), Math.max(1, Math.ceil(h / dy))];
  const corner = new Uint8Array((columns + 1) * (rows + 1));
  for (let j = 0; j <= rows; j++) {
    const crossed = crossings(outline, y0 + j * dy);
    for (let n = 0; n + 1 < crossed.length; n += 2) {
      const from = Math.max(0, Math.ceil((crossed[n]! - x0) / dx));
      const to = Math.min(columns, Math.floor((crossed[n + 1]! - x0) / dx));
      for (let i = from; i <= to; i++) corner[j * (columns + 1) + i] = 1;
    }
  }
  const worth = new Float64Array(columns * rows);
  const inside = new Uint8Array(columns * rows);
  const total = places.reduce((s, p) => s + p.weight, 0);
  for (let j = 0; j < rows; j++)
    for (let i = 0; i < columns; i++) {
      const c = j * (columns + 1) + i;
      inside[j * columns + i] = corner[c]! & corner[c + 1]! & corner[c + columns + 1]! & corner[c + columns + 2]!;
    }
  const cells = inside.reduce((s, v) => s + v, 0) || 1;
  for (const { at, weight } of places) {
    const [i, j] = [Math.floor((at[0] - x0) / dx), Math.floor((at[1] - y0) / dy)];
    if (i >= 0 && j >= 0 && i < columns && j < rows && total > 0)
      worth[j * columns + i]! += ((1 - AREA) * weight) / total;
  }
  const sums = new Float64Array((columns + 1) * (rows + 1));
  for (let j = 0; j < rows; j++) {
    let row = 0;
    for (let i = 0; i < columns; i++) {
      row += worth[j * columns + i]! + AREA / cells;
      sums[(j + 1) * (columns + 1) + i + 1] = sums[j * (columns + 1) + i + 1]! + row;
    }
  }
  return { x0, y0, dx, dy, columns, rows, inside, sums };
}

/** Where a level line enters and leaves the outline, from the left. */
function crossings(outline: readonly Vec2[], y: number): number[] {
  const found: number[] = [];
  for (let i = 0, j = outline.length - 1; i < outline.length; j = i++) {
    const [a, b] = [outline[j]!, outline[i]!];
    if (a[1] > y !== b[1] > y) found.push(a[0] + ((b[0] - a[0]) * (y - a[1])) / (b[1] - a[1]));
  }
  return found.sort((a, b) => a - b);
}

/** Worth of whole cells, from column i and row j on. */
function worthOfCells({ columns, sums }: Lattice, i: number, j: number, across: number, down: number): number {
  const [above, below] = [j * (columns + 1) + i, (j + down) * (columns + 1) + i];
  return sums[below + across]! - sums[below]! - sums[above + across]! + sums[above]!;
}

/** Worth of a rectangle of the plane, by the sums, linear within cells. */
function worthOf({ x0, y0, dx, dy, columns, rows, sums }: Lattice, [x, y, w, h]: Rect): number {
  const at = (px: number, py: number): number => {
    const u = Math.min(columns, Math.max(0, (px - x0) / dx));
    const v = Math.min(rows, Math.max(0, (py - y0) / dy));
    const [i, j] = [Math.min(columns - 1, Math.floor(u)), Math.min(rows - 1, Math.floor(v))];
    const [a, b] = [u - i, v - j];
    const s = (di: number, dj: number): number => sums[(j + dj) * (columns + 1) + i + di]!;
    return (1 - b) * ((1 - a) * s(0, 0) + a * s(1, 0)) + b * ((1 - a) * s(0, 1) + a * s(1, 1));
  };
  return at(x + w, y + h) - at(x, y + h) - at(x + w, y) + at(x, y);
}

const holds = ([x, y, w, h]: Rect, keep: Rect | null, slack: number): boolean =>
  keep === null ||
  (x - slack <= keep[0] &&
    y - slack <= keep[1] &&
    x + w + slack >= keep[0] + keep[2] &&
    y + h + slack >= keep[1] + keep[3]);

/**
 * The rectangle of all inside cells that is worth most, by going down the rows with a stack of the heights above (the largest
 * rectangle in a histogram): since no cell has less than no worth, one that cannot grow is best.
 */
function bestOfAny(lattice: Lattice, keep: Rect | null): Rect | null {
  const { x0, y0, dx, dy, columns, rows, inside } = lattice;
  const heights = new Int32Array(columns + 1);
  let best: Rect | null = null;
  let most = 0;
  const slack = Math.max(dx, dy);
  for (let j = 0; j < rows; j++) {
    for (let i = 0; i < columns; i++) heights[i] = inside[j * columns + i] ? heights[i]! + 1 : 0;
    const stack: { from: number; height: number }[] = [];
    for (let i = 0; i <= columns; i++) {
      let from = i;
      while (stack.length > 0 && stack.at(-1)!.height >= heights[i]!) {
        const top = stack.pop()!;
        from = top.from;
        if (top.height === 0) continue;
        const rect: Rect = [x0 + top.from * dx, y0 + (j + 1 - top.height) * dy, (i - top.from) * dx, top.height * dy];
        const ratio = rect[2] / rect[3];
        if (ratio < RATIOS[0] || ratio > RATIOS[1] || !holds(rect, keep, slack)) continue;
        const worth = worthOfCells(lattice, top.from, j + 1 - top.height, i - top.from, top.height);
        if (worth > most) [most, best] = [worth, rect];
      }
      stack.push({ from, height: heights[i]! });
    }
  }
  return best;
}

/** Steps of the closing in on the best middle, in cells, halved each time. */
const CLOSING = [2, 1, 0.5, 0.25, 0.125, 0.06];
const QUICK_CLOSING = [1, 0.3];
/** Middles of squares that are looked at first, the most worth first. */
const MIDDLES = { fine: 12, quick: 3 } as const;

/** The frame of a ratio that is worth most: the largest about every lattice place, then closed in on the best middle. */
function bestOfRatio(
  outline: readonly Vec2[],
  lattice: Lattice,
  ratio: number,
  keep: Rect | null,
  quick: boolean,
): Rect | null {
  const { x0, y0, dx, dy, columns, rows, inside } = lattice;
  const squeezed = borderOf(outline, ratio);
  const about = (x: number, y: number): { rect: Rect; worth: number } | null => {
    const half = signedChebyshev(squeezed, x / ratio, y);
    if (!(half > 0)) return null;
    const rect: Rect = [x - half * ratio, y - half, 2 * half * ratio, 2 * half];
    return holds(rect, keep, 0) ? { rect, worth: worthOf(lattice, rect) } : null;
  };
  let best: { rect: Rect; worth: number; at: Vec2 } | null = null;
  const look = (x: number, y: number): void => {
    const found = about(x, y);
    if (found && (!best || found.worth > best.worth)) best = { ...found, at: [x, y] };
  };
  // The largest square that ends in each cell, by its three neighbours': its middle is where one is worth looking for.
  const side = new Int32Array(columns * rows);
  const most = quick ? MIDDLES.quick : MIDDLES.fine;
  const middles: { at: Vec2; worth: number }[] = [];
  for (let j = 0; j < rows; j++)
    for (let i = 0; i < columns; i++) {
      const c = j * columns + i;
      if (!inside[c]) continue;
      const n = i > 0 && j > 0 ? 1 + Math.min(side[c - 1]!, side[c - columns]!, side[c - columns - 1]!) : 1;
      side[c] = n;
      const worth = worthOfCells(lattice, i + 1 - n, j + 1 - n, n, n);
      if (middles.length === most && worth <= middles[most - 1]!.worth) continue;
      const rect: Rect = [x0 + (i + 1 - n) * dx, y0 + (j + 1 - n) * dy, n * dx, n * dy];
      if (!holds(rect, keep, 2 * dy * Math.max(1, ratio))) continue;
      const rank = middles.findIndex((m) => worth > m.worth);
      middles.splice(rank < 0 ? middles.length : rank, 0, {
        at: [rect[0] + rect[2] / 2, rect[1] + rect[3] / 2],
        worth,
      });
      middles.length = Math.min(most, middles.length);
    }
  for (const { at } of middles) look(...(at as [number, number]));
  for (const step of quick ? QUICK_CLOSING : CLOSING)
    for (let round = 0; round < 4; round++) {
      if (!best) break;
      const before = best as { at: Vec2 };
      for (const [sx, sy] of [
        [1, 0],
        [-1, 0],
        [0, 1],
        [0, -1],
        [1, 1],
        [-1, -1],
        [1, -1],
        [-1, 1],
      ] as const)
        look(before.at[0] + sx * step * dx, before.at[1] + sy * step * dy);
      if (best === before) break;
    }
  return (best as { rect: Rect } | null)?.rect ?? null;
}

/**
 * The clean frame that keeps most of what the photo shows: of all frames without gaps the one whose places weigh most, a
 * little of the weight lying on area alone.
 *
 * @param places of the plane with their weights; without weight the largest frame is taken. @param keep what must lie inside.
 * @param quick on a coarser lattice, while something moves.
 * @returns null when the outline has no inside, or none that holds what must be kept.
 */
export function weighedFrame(
  outline: readonly Vec2[],
  ratio: number | null,
  places: readonly WeighedPlace[],
  keep: Rect | null = null,
  quick = false,
): Rect | null {
  if (!places.some((p) => p.weight > 0) || outline.length < 3) return cleanFrame(outline, ratio, keep);
  const lattice = latticeOf(outline, places, ratio ?? 1, quick ? QUICK_CELLS : CELLS);
  const found = ratio === null ? bestOfAny(lattice, keep) : bestOfRatio(outline, lattice, ratio, keep, quick);
  const rect = found && ratio === null ? grown(outline, found) : found;
  const largest = cleanFrame(outline, ratio, keep);
  if (!rect || !holds(rect, keep, 0)) return largest;
  return largest && GAIN * worthOf(lattice, largest) >= worthOf(lattice, rect) ? largest : rect;
}
