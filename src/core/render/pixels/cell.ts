/** Side of the cells the output is made in, pixels: within one the map is interpolated between its corners. */
export const CELL = 16;
/** The interpolated map may be off by this, source pixels; where it would be more, cells are cut in four. */
export const TOLERANCE = 0.01;

/** A part of the output, at most CELL × CELL pixels. */
export interface Cell {
  /** First pixel, counted from the band's first row, and size. */
  x: number;
  y: number;
  w: number;
  h: number;
  /**
   * Recorded x, y at the centre of the first pixel and w, h pixels further: top left, top right, bottom left,
   * bottom right; bilinear between them.
   */
  readonly corners: Float64Array;
  /** Source pixels per output pixel along the source's axes. */
  shrinkX: number;
  shrinkY: number;
  /** Whether anything was recorded here at all. */
  seen: boolean;
}
