/**
 * The record that describes one cell of the output (at most 16 × 16 pixels), as byte offsets, and the constants that the
 * kernel and its host share. Written once: the host (engine.ts) reads this file as TypeScript, the kernel (src/kernel) as
 * AssemblyScript, so there is nothing in it but numbers.
 */

/** Recorded x, y (f64) of the cell's corners: top left, top right, bottom left, bottom right. */
export const CORNERS = 0;
/** Factors on light (f32) at the corners, and their 2.4th root at the corners. */
export const GAINS = 64;
export const ROOTS = 80;
/** Source pixels per output pixel (f64). */
export const SHRINK_X = 96;
export const SHRINK_Y = 104;
/** Size of the source (f64). */
export const SOURCE_W = 112;
export const SOURCE_H = 120;
/** Pixels across and down (i32). */
export const WIDTH = 128;
export const HEIGHT = 132;
/** See the flags below (i32). */
export const FLAGS = 136;
/** Where the cell's first output pixel lies, bytes per output row, samples per output pixel (i32). */
export const OUT = 140;
export const OUT_STRIDE = 144;
export const CHANNELS = 148;
/** The green plane's first pixel and samples per row of it (i32). */
export const GREEN = 152;
export const STRIDE = 156;
/** Tables of f32: light over value, value over the root of light; offsets of the calming's taps, x, y as f64. */
export const DECODE = 160;
export const ENCODE = 164;
export const TAPS = 168;
export const TAP_COUNT = 172;
/** Amounts of purple and green to calm, and the two ends of the edge's gate (f64). */
export const PURPLE = 176;
export const GREEN_AMOUNT = 184;
export const EDGE_FROM = 192;
export const EDGE_TO = 200;
/** Positions in fixed point (i64, see gather.ts) are clamped below these at the border. */
export const MOST_X = 208;
export const MOST_Y = 216;
/** The gather's own: its step per pixel (i64) and the address that positions count from. */
export const STEP_X = 224;
export const STEP_Y = 232;
export const ORIGIN = 240;
/** What full cover comes to in the sums of alpha (f64). */
export const ALPHA_FULL = 248;
/** The gathered sums: three planes of 16 × 16 f32. */
export const SUMS = 256;

/** Corners (f64) for red or blue where the lens parts them from green: the host's own, handed to a gather. */
export const PARTED = 4096;
/** First pixel of the plane of alpha (i32); 0 where the source has none. */
export const ALPHA_PLANE = 4168;
/** The gathered sums of alpha, where the source has it: one such plane. */
export const ALPHA_SUMS = 4352;

/** Samples per row and per plane of the sums. */
export const SUM_ROW = 16;
export const SUM_PLANE = 256;

export const SUM_PLANE_BYTES = 1024;
export const RECORD_BYTES = 8192;

/** Flags. */
export const BORDER = 1;
export const RELIGHT = 2;
export const ALPHA = 4;
export const CALM = 8;
export const GREY = 16;
export const SOURCE_ALPHA = 32;

/** Steepness of the blend at the photo's border; a little over 1 so that a clean frame stays opaque. */
export const EDGE_STEEPNESS = 1.1;
/** How far outside the picture positions may lie before they are clamped at the border, pixels. */
export const OUTSIDE = 50;
/** Less alpha than this is no picture, and has no edge. */
export const FAINT = 1.0 / 255.0;
