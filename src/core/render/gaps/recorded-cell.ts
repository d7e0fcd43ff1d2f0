/** Side of the cells over which recorded places are interpolated, delivered pixels. */
export const SPAN = 8;

/** Writes the recorded place of a place given in delivered pixels, and a margin that is above 0 where there is one. */
export type RecordedAt = (i: number, j: number, out: Float64Array) => void;

/**
 * Where the pixels of one small cell were recorded: exact at its corners, bilinear between them; over eight pixels a map
 * runs straight to a hundredth of a pixel. Where a corner has no place, every pixel is asked for by itself.
 */
export class RecordedCell {
  /** Recorded pixels to a delivered one, along x and y. */
  shrinkX = 1;
  shrinkY = 1;
  private x = 0;
  private y = 0;
  private whole = false;
  private readonly corners = new Float64Array(8);
  private readonly out = new Float64Array(3);

  constructor(private readonly at: RecordedAt) {}

  /** @param x, y the cell's upper left corner, delivered pixels. */
  move(x: number, y: number): void {
    this.x = x;
    this.y = y;
    this.whole = true;
    const { corners, out } = this;
    for (let k = 0; k < 4; k++) {
      this.at(x + (k & 1) * SPAN, y + (k >> 1) * SPAN, out);
      if (!(out[2]! > 0)) this.whole = false;
      corners[2 * k] = out[0]!;
      corners[2 * k + 1] = out[1]!;
    }
    if (!this.whole) return;
    this.shrinkX = Math.hypot(corners[2]! - corners[0]!, corners[4]! - corners[0]!) / SPAN;
    this.shrinkY = Math.hypot(corners[3]! - corners[1]!, corners[5]! - corners[1]!) / SPAN;
  }

  /** Every place is asked for by itself. @param shrinkX, shrinkY recorded pixels to one that is made. */
  still(shrinkX: number, shrinkY: number): void {
    this.whole = false;
    this.shrinkX = shrinkX;
    this.shrinkY = shrinkY;
  }

  /** The recorded place of a place in the cell; its third number is above 0 where there is one. */
  read(i: number, j: number, out: Float64Array): void {
    if (!this.whole) {
      this.at(i, j, out);
      return;
    }
    const u = (i - this.x) / SPAN;
    const v = (j - this.y) / SPAN;
    const c = this.corners;
    const top = c[0]! + (c[2]! - c[0]!) * u;
    const topY = c[1]! + (c[3]! - c[1]!) * u;
    out[0] = top + (c[4]! + (c[6]! - c[4]!) * u - top) * v;
    out[1] = topY + (c[5]! + (c[7]! - c[5]!) * u - topY) * v;
    out[2] = 1;
  }
}
