/**
 * The record that describes one cell of the output (at most 16 × 16 pixels), as byte offsets. The host writes it:
 * src/core/render/engine/kernel.ts has the same numbers, and a test holds the two together.
 */

/** Recorded x, y (f64) of the cell's corners: top left, top right, bottom left, bottom right. */
export const CORNERS: usize = 0;
/** Factors on light (f32) at the corners, and their 2.4th root at the corners. */
export const GAINS: usize = 64;
export const ROOTS: usize = 80;
/** Source pixels per output pixel (f64). */
export const SHRINK_X: usize = 96;
export const SHRINK_Y: usize = 104;
/** Size of the source (f64). */
export const SOURCE_W: usize = 112;
export const SOURCE_H: usize = 120;
/** Pixels across and down (i32). */
export const WIDTH: usize = 128;
export const HEIGHT: usize = 132;
/** See the flags below (i32). */
export const FLAGS: usize = 136;
/** Where the cell's first output pixel lies, bytes per output row, samples per output pixel (i32). */
export const OUT: usize = 140;
export const OUT_STRIDE: usize = 144;
export const CHANNELS: usize = 148;
/** The green plane's first pixel and samples per row of it (i32). */
export const GREEN: usize = 152;
export const STRIDE: usize = 156;
/** Tables of f32: light over value, value over the root of light; offsets of the calming's taps, x, y as f64. */
export const DECODE: usize = 160;
export const ENCODE: usize = 164;
export const TAPS: usize = 168;
export const TAP_COUNT: usize = 172;
/** Amounts of purple and green to calm, and the two ends of the edge's gate (f64). */
export const PURPLE: usize = 176;
export const GREEN_AMOUNT: usize = 184;
export const EDGE_FROM: usize = 192;
export const EDGE_TO: usize = 200;
/** Positions in fixed point (i64, see gather.ts) are held below these at the border. */
export const MOST_X: usize = 208;
export const MOST_Y: usize = 216;
/** The gather's own: its step per pixel (i64) and the address that positions count from. */
export const STEP_X: usize = 224;
export const STEP_Y: usize = 232;
export const ORIGIN: usize = 240;
/** What full cover comes to in the sums of alpha (f64). */
export const ALPHA_FULL: usize = 248;
/** The gathered sums: three planes of 16 × 16 f32. */
export const SUMS: usize = 256;

/** First pixel of the plane of alpha (i32); 0 where the source has none. */
export const ALPHA_PLANE: usize = 4168;
/** The gathered sums of alpha, where the source has it: one such plane. */
export const ALPHA_SUMS: usize = 4352;

/** Samples per row and per plane of the sums. */
export const SUM_ROW: i32 = 16;
export const SUM_PLANE: i32 = 256;

export const BORDER: i32 = 1;
export const RELIGHT: i32 = 2;
export const ALPHA: i32 = 4;
export const CALM: i32 = 8;
export const GREY: i32 = 16;
export const SOURCE_ALPHA: i32 = 32;
