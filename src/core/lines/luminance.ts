/** Part of a picture as brightness, 0…255, with the place of its top-left corner in the whole. */
export interface Luminance {
  readonly data: Uint8Array | Uint8ClampedArray | Float32Array;
  readonly width: number;
  readonly height: number;
  /** Pixels of the whole picture; 0, 0 when this is the whole. */
  readonly left: number;
  readonly top: number;
  /** Brightness of each stored 8-bit value; absent: the numbers themselves. */
  readonly table?: Float32Array;
}

/** Brightness at a place of the whole picture (pixel centres at halves), linear between pixels; the border repeats. */
export function brightnessAt(image: Luminance, px: number, py: number): number {
  const { data, width, height, left, top, table } = image;
  let x = px - left - 0.5;
  let y = py - top - 0.5;
  x = x < 0 ? 0 : x > width - 1 ? width - 1 : x;
  y = y < 0 ? 0 : y > height - 1 ? height - 1 : y;
  const x0 = x | 0;
  const y0 = y | 0;
  const u = x - x0;
  const v = y - y0;
  const a = y0 * width + x0;
  const right = x0 + 1 < width ? 1 : 0;
  const below = y0 + 1 < height ? width : 0;
  if (table) {
    const p = table[data[a]!]!;
    const q = table[data[a + below]!]!;
    const above = p + (table[data[a + right]!]! - p) * u;
    const under = q + (table[data[a + below + right]!]! - q) * u;
    return above + (under - above) * v;
  }
  const above = data[a]! + (data[a + right]! - data[a]!) * u;
  const under = data[a + below]! + (data[a + below + right]! - data[a + below]!) * u;
  return above + (under - above) * v;
}

/** Whether all places of a parallelogram lie so far inside that none needs the border repeated. @param px, py its corner, and its two sides. */
export function holds(
  { width, height, left, top }: Luminance,
  px: number,
  py: number,
  ux: number,
  uy: number,
  vx: number,
  vy: number,
): boolean {
  const x = px - left - 0.5;
  const y = py - top - 0.5;
  return (
    x + Math.min(0, ux) + Math.min(0, vx) >= 0 &&
    y + Math.min(0, uy) + Math.min(0, vy) >= 0 &&
    x + Math.max(0, ux) + Math.max(0, vx) < width - 1 &&
    y + Math.max(0, uy) + Math.max(0, vy) < height - 1
  );
}

/** Brightness at so many places in a row, summed, as brightnessAt tells it; all must lie inside (see holds). @param dx, dy from one to the next. */
export function sumInside(image: Luminance, px: number, py: number, dx: number, dy: number, count: number): number {
  const { data, width, table } = image;
  let x = px - image.left - 0.5;
  let y = py - image.top - 0.5;
  let sum = 0;
  for (let j = 0; j < count; j++, x += dx, y += dy) {
    const x0 = x | 0;
    const y0 = y | 0;
    const u = x - x0;
    const a = y0 * width + x0;
    const p = data[a]!;
    const q = data[a + 1]!;
    const r = data[a + width]!;
    const s = data[a + width + 1]!;
    if (table) {
      const above = table[p]! + (table[q]! - table[p]!) * u;
      const under = table[r]! + (table[s]! - table[r]!) * u;
      sum += above + (under - above) * (y - y0);
    } else {
      const above = p + (q - p) * u;
      const under = r + (s - r) * u;
      sum += above + (under - above) * (y - y0);
    }
  }
  return sum;
}
