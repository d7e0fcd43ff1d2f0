import { type Shift, carried } from "./carry";
import type { Field } from "./field";

/** What is known around a place, to be looked for elsewhere. */
export interface Patch {
  /** The place, pixels. */
  readonly x: number;
  readonly y: number;
  /** Offsets of its pixels from there: x, y side by side. */
  readonly offsets: Float64Array;
  /** The same as steps through the field's pixels. */
  readonly steps: Int32Array;
  /** Furthest any of them lies from the place, pixels. */
  readonly radius: number;
  /** Their colours, side by side. */
  readonly colours: Float32Array;
}

/** Of a sparse patch every fifth pixel, a knight's move apart: no row and no column is left out, and so no fine line. */
const SPARSE = 5;
const isSparse = (dx: number, dy: number): boolean => (dx + 2 * dy) % SPARSE === 0;

/** The known pixels of a square about a pixel's middle, all or sparse; null where there are hardly any. */
export function patchAt(field: Field, px: number, py: number, radius: number, sparse: boolean): Patch | null {
  const offsets: number[] = [];
  const colours: number[] = [];
  for (let dy = -radius; dy <= radius; dy++)
    for (let dx = -radius; dx <= radius; dx++) {
      if (sparse && !isSparse(dx, dy)) continue;
      const [x, y] = [px + dx, py + dy];
      if (x < 0 || y < 0 || x >= field.width || y >= field.height) continue;
      const i = y * field.width + x;
      if (!field.known[i]) continue;
      offsets.push(dx, dy);
      colours.push(field.data[3 * i]!, field.data[3 * i + 1]!, field.data[3 * i + 2]!);
    }
  if (offsets.length < 8) return null;
  return {
    x: px + 0.5,
    y: py + 0.5,
    offsets: Float64Array.from(offsets),
    steps: Int32Array.from(
      { length: offsets.length / 2 },
      (_, i) => offsets[2 * i + 1]! * field.width + offsets[2 * i]!,
    ),
    radius,
    colours: Float32Array.from(colours),
  };
}

/** How much of a steady difference in colour is forgiven: joining in the gradient domain takes most of it out. */
export const FORGIVEN = 0.5;
/** What is further off than this is something else, whatever it is: a mean square over all three colours. */
export const OTHER = 0.3;
/** At most this share of a patch may find nothing to be compared with. */
const MISSING = 0.25;

const at = new Float64Array(6);

/** Reads a field between its pixels, bilinear, where all four are sources. @returns false where one is not. */
export function readField({ width, height, data, source }: Field, x: number, y: number, out: Float64Array): boolean {
  const u = x - 0.5;
  const v = y - 0.5;
  const x0 = Math.floor(u);
  const y0 = Math.floor(v);
  if (x0 < 0 || y0 < 0 || x0 + 1 >= width || y0 + 1 >= height) return false;
  const i = y0 * width + x0;
  if ((source[i]! & source[i + 1]! & source[i + width]! & source[i + width + 1]!) === 0) return false;
  const a = u - x0;
  const b = v - y0;
  const w00 = (1 - a) * (1 - b);
  const w10 = a * (1 - b);
  const w01 = (1 - a) * b;
  const w11 = a * b;
  const j = 3 * i;
  const k = j + 3 * width;
  out[0] = w00 * data[j]! + w10 * data[j + 3]! + w01 * data[k]! + w11 * data[k + 3]!;
  out[1] = w00 * data[j + 1]! + w10 * data[j + 4]! + w01 * data[k + 1]! + w11 * data[k + 4]!;
  out[2] = w00 * data[j + 2]! + w10 * data[j + 5]! + w01 * data[k + 2]! + w11 * data[k + 5]!;
  return true;
}

const colour = new Float64Array(3);

/**
 * How unlike a patch what a shift takes it to is: the mean square difference of its colours, a steady one mostly forgiven.
 *
 * @param smooth whether to read between the pixels.
 * @param most what is sure to be more is not looked at to its end.
 * @returns Infinity where too little of it can be compared, or for more than `most`.
 */
export function unlikeness(field: Field, patch: Patch, shift: Shift, smooth: boolean, most = Infinity): number {
  return carried(field, shift, patch.x, patch.y, at) ? unlikenessAt(field, patch, at, smooth, most) : Infinity;
}

/** The same. @param to where the patch's place is taken, with the Jacobian there, as `carried` writes it. */
export function unlikenessAt(field: Field, patch: Patch, to: Float64Array, smooth: boolean, most: number): number {
  const qx = to[0]!;
  const qy = to[1]!;
  const a = to[2]!;
  const b = to[3]!;
  const c = to[4]!;
  const d = to[5]!;
  if (!smooth && a === 1 && b === 0 && c === 0 && d === 1) return unlikenessOf(field, patch, qx, qy, most);
  const { offsets, colours } = patch;
  const { width, height, data, source } = field;
  const total = offsets.length >> 1;
  const mostMissing = MISSING * total;
  // No more than FORGIVEN of the squares is taken off again, and no more than `total` pixels share them.
  const mostSquares = (most * total) / (1 - FORGIVEN);
  let n = 0;
  let missing = 0;
  let squares = 0;
  let red = 0;
  let green = 0;
  let blue = 0;
  for (let i = 0; i < total; i++) {
    const dx = offsets[2 * i]!;
    const dy = offsets[2 * i + 1]!;
    const x = qx + a * dx + b * dy;
    const y = qy + c * dx + d * dy;
    let r = 0;
    let g = 0;
    let bl = 0;
    if (smooth) {
      if (!readField(field, x, y, colour)) {
        if (++missing > mostMissing) return Infinity;
        continue;
      }
      r = colour[0]!;
      g = colour[1]!;
      bl = colour[2]!;
    } else {
      const j = (y | 0) * width + (x | 0);
      if (!(x >= 0 && y >= 0 && x < width && y < height) || !source[j]) {
        if (++missing > mostMissing) return Infinity;
        continue;
      }
      r = data[3 * j]!;
      g = data[3 * j + 1]!;
      bl = data[3 * j + 2]!;
    }
    r -= colours[3 * i]!;
    g -= colours[3 * i + 1]!;
    bl -= colours[3 * i + 2]!;
    n++;
    const off = r * r + g * g + bl * bl;
    squares += off > OTHER ? OTHER : off;
    if (squares > mostSquares) return Infinity;
    if (off > OTHER) continue;
    red += r;
    green += g;
    blue += bl;
  }
  return squares / n - (FORGIVEN * (red * red + green * green + blue * blue)) / (n * n);
}

/** The same for a shift of the picture itself, from pixel to pixel: where most time would go otherwise. */
function unlikenessOf(field: Field, patch: Patch, x: number, y: number, most: number): number {
  const { steps, colours, radius } = patch;
  const { width, height, data, source } = field;
  const [px, py] = [Math.floor(x), Math.floor(y)];
  const total = steps.length;
  const mostMissing = MISSING * total;
  const mostSquares = (most * total) / (1 - FORGIVEN);
  const inside = px >= radius && py >= radius && px + radius < width && py + radius < height;
  const from = py * width + px;
  let n = 0;
  let missing = 0;
  let squares = 0;
  let red = 0;
  let green = 0;
  let blue = 0;
  for (let i = 0; i < total; i++) {
    const j = from + steps[i]!;
    if (!inside) {
      const qx = px + patch.offsets[2 * i]!;
      const qy = py + patch.offsets[2 * i + 1]!;
      if (qx < 0 || qy < 0 || qx >= width || qy >= height) {
        if (++missing > mostMissing) return Infinity;
        continue;
      }
    }
    if (!source[j]) {
      if (++missing > mostMissing) return Infinity;
      continue;
    }
    const r = data[3 * j]! - colours[3 * i]!;
    const g = data[3 * j + 1]! - colours[3 * i + 1]!;
    const b = data[3 * j + 2]! - colours[3 * i + 2]!;
    n++;
    const off = r * r + g * g + b * b;
    squares += off > OTHER ? OTHER : off;
    if (squares > mostSquares) return Infinity;
    if (off > OTHER) continue;
    red += r;
    green += g;
    blue += b;
  }
  return squares / n - (FORGIVEN * (red * red + green * green + blue * blue)) / (n * n);
}
