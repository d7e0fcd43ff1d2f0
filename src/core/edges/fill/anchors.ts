import type { Vec2 } from "../../geometry";
import { type Shift, carried } from "./carry";
import type { Field } from "./field";
import { mayShow } from "./kinds";

/** Where a gap begins: what is known there is looked for elsewhere. */
export interface Anchor {
  /** Pixels of the finest field. */
  readonly at: Vec2;
  /** Places in the gap beyond it, pixels of the finest field: there a shift must find something to copy. */
  readonly beyond: readonly Vec2[];
}

/** Distance of anchors along the border of a gap, pixels of the finest field. */
const APART = 14;

/** Anchors along the borders of all gaps. */
export function anchorsOf({ width, height, known, wanted }: Field): Anchor[] {
  const taken = new Set<number>();
  const anchors: Anchor[] = [];
  const cells = Math.ceil(width / APART) + 1;
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const i = y * width + x;
      if (!known[i]) continue;
      const gap: Vec2[] = [];
      if (x > 0 && wanted[i - 1]) gap.push([-1, 0]);
      if (x + 1 < width && wanted[i + 1]) gap.push([1, 0]);
      if (y > 0 && wanted[i - width]) gap.push([0, -1]);
      if (y + 1 < height && wanted[i + width]) gap.push([0, 1]);
      if (gap.length === 0) continue;
      const cell = Math.floor(y / APART) * cells + Math.floor(x / APART);
      if (taken.has(cell)) continue;
      taken.add(cell);
      anchors.push({
        at: [x + 0.5, y + 0.5],
        beyond: gap.flatMap(([dx, dy]) => steps(wanted, width, height, x, y, dx, dy)),
      });
    }
  return anchors;
}

/** How far through a gap an anchor's places beyond it lie, as shares of the way. */
const DEPTHS = [0.1, 0.5, 0.95];
/** So many places for each way out. */
const STEPS = DEPTHS.length;

/** A few places outwards through a gap: near, half way and at its end. */
function steps(
  wanted: Uint8Array,
  width: number,
  height: number,
  x: number,
  y: number,
  dx: number,
  dy: number,
): Vec2[] {
  let n = 0;
  for (
    let [px, py] = [x + dx, y + dy];
    px >= 0 && py >= 0 && px < width && py < height && wanted[py * width + px];
    px += dx, py += dy
  )
    n++;
  return DEPTHS.map((t): Vec2 => [x + 0.5 + dx * t * n, y + 0.5 + dy * t * n]);
}

const place = new Float64Array(6);

/** For how much of what lies beyond an anchor a shift has something to copy, 0…1; 0 where not even for what is nearest. */
export function coverage(field: Field, shift: Shift, { beyond }: Anchor): number {
  let n = 0;
  for (const [i, [x, y]] of beyond.entries())
    if (hasSource(field, shift, x, y)) n++;
    else if (i % STEPS === 0) return 0;
  return n / beyond.length;
}

/** Whether a place may show what a pixel does. */
export function isOfOneKind({ width, kinds }: Field, x: number, y: number, pixel: number): boolean {
  return !kinds || mayShow(kinds[Math.floor(y) * width + Math.floor(x)]!, kinds[pixel]!);
}

/** Whether a shift has something of its kind to copy to a place. */
export function hasSource(field: Field, shift: Shift, x: number, y: number): boolean {
  if (!carried(field, shift, x, y, place)) return false;
  // All four pixels that it is read between.
  const qx = Math.floor(place[0]! - 0.5);
  const qy = Math.floor(place[1]! - 0.5);
  if (qx < 0 || qy < 0 || qx + 1 >= field.width || qy + 1 >= field.height) return false;
  const i = qy * field.width + qx;
  const { source } = field;
  if (!isOfOneKind(field, x, y, i)) return false;
  return (source[i]! & source[i + 1]! & source[i + field.width]! & source[i + field.width + 1]!) === 1;
}
