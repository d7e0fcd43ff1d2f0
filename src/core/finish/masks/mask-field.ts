import type { Vec2 } from "../../geometry";
import { DAB_HARDNESS, type Mask, type MaskEffect } from "./masks";

/** Places of the plane in rows, evenly apart. */
export interface Lattice {
  /** The first place, pixels of the plane, and from one to the next. */
  readonly x: number;
  readonly y: number;
  readonly apart: number;
  readonly width: number;
  readonly height: number;
}

/** A mask as it lies on the plane. */
export interface PlacedMask {
  readonly mask: Mask;
  /** A wash: all of it at the first, none at the second; null where an end lies nowhere. */
  readonly ends?: readonly [Vec2, Vec2] | null;
  readonly dabs?: readonly PlacedDab[];
}

interface PlacedDab {
  readonly off: boolean;
  /** x, y and radius of every point, side by side, pixels of the plane. */
  readonly way: Float64Array;
}

/** However hard, an edge takes at least so many pixels of the plane: masks are worked out in blocks. */
const SOFTEST = 12;

/** Masks where they lie. @param forward recorded → plane; null where a place cannot be seen. */
export const placedMasks = (all: readonly Mask[], forward: (p: Vec2) => Vec2 | null): PlacedMask[] =>
  all.map((mask): PlacedMask => {
    if (mask.kind === "wash") {
      const [from, to] = mask.ends!.map(forward);
      return { mask, ends: from && to ? [from, to] : null };
    }
    return {
      mask,
      dabs: mask.dabs!.map(({ points, radius, off }) => ({
        off: off ?? false,
        way: Float64Array.from(points.flatMap((p) => placedCircle(p, radius, forward) ?? [])),
      })),
    };
  });

/** A small circle as the plane has it: of the same area. */
function placedCircle(p: Vec2, radius: number, forward: (p: Vec2) => Vec2 | null): [number, number, number] | null {
  const [at, right, below] = [forward(p), forward([p[0] + 1, p[1]]), forward([p[0], p[1] + 1])];
  if (!at || !right || !below) return null;
  const area = (right[0] - at[0]) * (below[1] - at[1]) - (right[1] - at[1]) * (below[0] - at[0]);
  return [at[0], at[1], radius * Math.sqrt(Math.abs(area))];
}

const smooth = (t: number): number => (t <= 0 ? 0 : t >= 1 ? 1 : t * t * (3 - 2 * t));

/** How much a mask covers each place of a lattice, 0…1, row by row. */
export function maskField({ mask, ends, dabs }: PlacedMask, lattice: Lattice): Float32Array {
  const field = new Float32Array(lattice.width * lattice.height);
  if (ends) wash(field, ends, lattice);
  for (const dab of dabs ?? []) dabOn(field, dab, mask.hardness ?? DAB_HARDNESS, lattice);
  return field;
}

function wash(field: Float32Array, [[x0, y0], [x1, y1]]: readonly [Vec2, Vec2], lattice: Lattice): void {
  const [dx, dy] = [x1 - x0, y1 - y0];
  const long = dx * dx + dy * dy;
  if (long === 0) return;
  for (let j = 0, n = 0; j < lattice.height; j++)
    for (let i = 0; i < lattice.width; i++, n++) {
      const [x, y] = [lattice.x + i * lattice.apart, lattice.y + j * lattice.apart];
      field[n] = 1 - smooth(((x - x0) * dx + (y - y0) * dy) / long);
    }
}

function dabOn(field: Float32Array, { way, off }: PlacedDab, hardness: number, lattice: Lattice): void {
  const { x: left, y: top, apart, width, height } = lattice;
  const own = new Float32Array(field.length);
  const within = (v: number, most: number): number => Math.max(0, Math.min(most, v));
  let [firstX, firstY, lastX, lastY] = [width, height, 0, 0];
  for (let k = 0; k < way.length; k += 3) {
    const before = k === 0 ? 0 : k - 3;
    const [ax, ay, ar] = [way[before]!, way[before + 1]!, way[before + 2]!];
    const [bx, by, br] = [way[k]!, way[k + 1]!, way[k + 2]!];
    const [dx, dy, most] = [bx - ax, by - ay, Math.max(ar, br)];
    const long = dx * dx + dy * dy;
    const i0 = within(Math.ceil((Math.min(ax, bx) - most - left) / apart), width);
    const i1 = within(Math.floor((Math.max(ax, bx) + most - left) / apart) + 1, width);
    const j0 = within(Math.ceil((Math.min(ay, by) - most - top) / apart), height);
    const j1 = within(Math.floor((Math.max(ay, by) + most - top) / apart) + 1, height);
    for (let j = j0; j < j1; j++)
      for (let i = i0; i < i1; i++) {
        const [px, py] = [left + i * apart - ax, top + j * apart - ay];
        const t = long > 0 ? within((px * dx + py * dy) / long, 1) : 0;
        const r = ar + (br - ar) * t;
        const far = Math.hypot(px - t * dx, py - t * dy);
        const inner = Math.max(0, Math.min(hardness * r, r - SOFTEST));
        const v = 1 - smooth((far - inner) / Math.max(1e-9, r - inner));
        const n = j * width + i;
        if (v > own[n]!) own[n] = v;
      }
    firstX = Math.min(firstX, i0);
    firstY = Math.min(firstY, j0);
    lastX = Math.max(lastX, i1);
    lastY = Math.max(lastY, j1);
  }
  for (let j = firstY; j < lastY; j++)
    for (let i = firstX; i < lastX; i++) {
      const n = j * width + i;
      field[n] = off ? field[n]! * (1 - own[n]!) : Math.max(field[n]!, own[n]!);
    }
}

/** What masks together do at each place of a lattice: the sum of each one's effect by how much it covers; null where none does any. */
export function effectField(
  all: readonly PlacedMask[],
  effect: keyof MaskEffect,
  lattice: Lattice,
): Float32Array | null {
  let sum: Float32Array | null = null;
  for (const placed of all) {
    const by = placed.mask[effect] ?? 0;
    if (by === 0) continue;
    const field = maskField(placed, lattice);
    sum ??= new Float32Array(field.length);
    for (let n = 0; n < field.length; n++) sum[n]! += by * field[n]!;
  }
  return sum;
}
